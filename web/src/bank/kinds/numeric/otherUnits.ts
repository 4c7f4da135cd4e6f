/** Units that measure the same as a given one, with what converts them; the library of units loads when it is needed. */
import type { OtherUnit } from "@verdant/core/items/numeric";

/** Units in which students answer, as they are written, and as the library calls them. */
const common: readonly (readonly (readonly [written: string, called: string])[])[] = [
  [
    ["mm", "mm"],
    ["cm", "cm"],
    ["m", "m"],
    ["km", "km"],
    ["ft", "ft"],
    ["miles", "mi"],
  ],
  [
    ["mm²", "mm2"],
    ["cm²", "cm2"],
    ["m²", "m2"],
    ["ha", "hectare"],
    ["km²", "km2"],
  ],
  [
    ["ml", "ml"],
    ["l", "l"],
    ["cm³", "cm3"],
    ["m³", "m3"],
    ["km³", "km3"],
  ],
  [
    ["mg", "mg"],
    ["g", "g"],
    ["kg", "kg"],
    ["t", "tonne"],
  ],
  [
    ["s", "s"],
    ["min", "min"],
    ["h", "h"],
    ["hours", "h"],
    ["days", "day"],
    ["weeks", "week"],
    ["years", "year"],
  ],
  [
    ["m/s", "m/s"],
    ["km/h", "km/h"],
    ["mph", "mi/h"],
  ],
  [
    ["l/s", "l/s"],
    ["m³/s", "m3/s"],
  ],
  [
    ["°C", "tempC"],
    ["°F", "tempF"],
    ["K", "tempK"],
  ],
  [
    ["Pa", "Pa"],
    ["hPa", "hPa"],
    ["kPa", "kPa"],
    ["mbar", "mbar"],
    ["bar", "bar"],
  ],
  [
    ["W", "W"],
    ["kW", "kW"],
    ["MW", "MW"],
    ["GW", "GW"],
  ],
  [
    ["J", "J"],
    ["kJ", "kJ"],
    ["MJ", "MJ"],
    ["kWh", "kWh"],
    ["MWh", "MWh"],
  ],
];

const plain = (unit: string) => unit.trim().replace("²", "2").replace("³", "3").replace("degrees C", "°C");

/** Empty where the unit is not known. */
export async function otherUnitsFor(unit: string): Promise<OtherUnit[]> {
  const group = common.find((units) => units.some(([written]) => plain(written) === plain(unit)));
  const self = group?.find(([written]) => plain(written) === plain(unit));
  if (!group || !self) return [];
  const { default: Qty } = await import("js-quantities");
  const [, called] = self;
  return group.flatMap(([written, other]): OtherUnit[] => {
    if (other === called) return [];
    const at = (value: number) => Qty(value, other).to(called).scalar;
    const offset = at(0);
    const round = (value: number) => Number(value.toPrecision(12));
    return [written, plain(written)]
      .filter((one, i, all) => all.indexOf(one) === i)
      .map((one) => ({ unit: one, factor: round(at(1) - offset), offset: round(offset) }));
  });
}
