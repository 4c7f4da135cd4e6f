/** The demo's maps, graphs and diagrams, drawn. */
const [ink, quiet, water, land, sand, leaf, brick] = [
  "#1D2B27",
  "#5B6863",
  "#3B7EA8",
  "#E9E4D2",
  "#E3C577",
  "#4E7A27",
  "#A8412C",
];

interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly body: string;
  readonly alt: string;
}

/** Attributes in `more` stand instead of the usual ones: an attribute given twice is no XML. */
function text(x: number, y: number, words: string | number, more = ""): string {
  const usual = { "font-size": "13", "font-family": "sans-serif", fill: ink };
  const rest = Object.entries(usual).filter(([name]) => !more.includes(`${name}=`));
  return `<text x="${x}" y="${y}" ${rest.map(([name, value]) => `${name}="${value}"`).join(" ")} ${more}>${words}</text>`;
}
const centred = (x: number, y: number, words: string | number, more = "") =>
  text(x, y, words, `text-anchor="middle" ${more}`);
const line = (x1: number, y1: number, x2: number, y2: number, stroke = quiet, width = 1, more = "") =>
  `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" stroke="${stroke}" stroke-width="${width}" ${more}/>`;
const rect = (x: number, y: number, width: number, height: number, fill: string, more = "") =>
  `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${fill}" ${more}/>`;
const path = (d: string, stroke: string, width = 2, fill = "none", more = "") =>
  `<path d="${d}" stroke="${stroke}" stroke-width="${width}" fill="${fill}" ${more}/>`;
const arrow = (x1: number, y1: number, x2: number, y2: number, stroke = ink) => {
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const tip = (turn: number) =>
    `${(x2 - 9 * Math.cos(angle + turn)).toFixed(1)},${(y2 - 9 * Math.sin(angle + turn)).toFixed(1)}`;
  return (
    line(x1, y1, x2, y2, stroke, 1.8) + `<polygon points="${x2},${y2} ${tip(0.4)} ${tip(-0.4)}" fill="${stroke}"/>`
  );
};

const months = "J F M A M J J A S O N D".split(" ");

function climate(place: string, temperatures: number[], rain: number[], rainTop: number): Drawing {
  const [left, right, top, bottom] = [52, 428, 34, 262];
  const x = (month: number) => left + ((month + 0.5) * (right - left)) / 12;
  const ofRain = (mm: number) => bottom - (mm / rainTop) * (bottom - top);
  const ofHeat = (degrees: number) => bottom - (degrees / 40) * (bottom - top);
  const steps = [0, 1, 2, 3, 4];
  const body = [
    text(left - 40, 20, "°C", `font-weight="700"`),
    text(right + 8, 20, "mm", `font-weight="700"`),
    centred(240, 20, place, `font-weight="700"`),
    ...steps.map((i) => line(left, ofRain((i * rainTop) / 4), right, ofRain((i * rainTop) / 4), "#D5D1C2")),
    ...steps.map((i) => text(left - 26, ofHeat(i * 10) + 4, i * 10)),
    ...steps.map((i) => text(right + 8, ofRain((i * rainTop) / 4) + 4, (i * rainTop) / 4)),
    ...rain.map((mm, i) => rect(x(i) - 11, ofRain(mm), 22, bottom - ofRain(mm), water)),
    path(
      temperatures
        .map((degrees, i) => `${i === 0 ? "M" : "L"}${x(i).toFixed(1)},${ofHeat(degrees).toFixed(1)}`)
        .join(" "),
      brick,
      3,
    ),
    ...temperatures.map(
      (degrees, i) => `<circle cx="${x(i).toFixed(1)}" cy="${ofHeat(degrees).toFixed(1)}" r="3.5" fill="${brick}"/>`,
    ),
    ...months.map((month, i) => centred(x(i), bottom + 18, month)),
    text(left, 300, "line: mean temperature", `fill="${brick}"`),
    text(left + 210, 300, "bars: rain in the month"),
  ].join("");
  const spoken = months.map(
    (_, i) => `${new Date(2001, i).toLocaleString("en-GB", { month: "long" })} ${temperatures[i]} °C and ${rain[i]} mm`,
  );
  return { width: 480, height: 312, body, alt: `Climate graph of ${place}: ${spoken.join("; ")}.` };
}

function pyramid(place: string, shares: number[]): Drawing {
  const ages = ["0-9", "10-19", "20-29", "30-39", "40-49", "50-59", "60-69", "70-79", "80+"];
  const scale = 11;
  const rows = shares.map((share, i) => {
    const y = 258 - i * 26;
    return (
      rect(210 - share * scale, y, share * scale, 22, water) +
      rect(270, y, share * scale, 22, brick) +
      centred(240, y + 16, ages[i] ?? "")
    );
  });
  const body =
    centred(240, 20, place, `font-weight="700"`) +
    rows.join("") +
    centred(110, 300, "male, per cent") +
    centred(370, 300, "female, per cent");
  const spoken = shares.map((share, i) => `${ages[i]}: ${share} per cent each`).join("; ");
  return {
    width: 480,
    height: 312,
    body,
    alt: `Population pyramid of ${place}, shares of men and of women by age. ${spoken}.`,
  };
}

function hydrograph(): Drawing {
  const [left, bottom] = [52, 250];
  const x = (hour: number) => left + hour * 15.5;
  const rain = [0, 0, 2, 5, 9, 14, 18, 12, 6, 2, 0];
  const flow = [8, 8, 8, 9, 11, 15, 21, 29, 37, 43, 45, 43, 39, 34, 29, 25, 21, 18, 15, 13, 12, 11, 10, 9, 8];
  const y = (value: number) => bottom - value * 4.2;
  const body = [
    text(8, 18, "flow, m³/s", `font-weight="700"`),
    text(350, 18, "rain, mm an hour", `font-weight="700"`),
    ...[0, 10, 20, 30, 40, 50].map(
      (value) => line(left, y(value), x(24), y(value), "#D5D1C2") + text(24, y(value) + 4, value),
    ),
    ...[0, 10, 20].map((value) => text(x(24) + 8, y(value) + 4, value)),
    ...rain.map((mm, hour) => (mm === 0 ? "" : rect(x(hour) - 6, y(mm), 12, mm * 4.2, water))),
    path(flow.map((value, hour) => `${hour === 0 ? "M" : "L"}${x(hour)},${y(value).toFixed(1)}`).join(" "), ink, 3),
    ...Array.from({ length: 13 }, (_, i) => centred(x(i * 2), bottom + 18, i * 2)),
    centred(x(12), bottom + 38, "hours after the storm began"),
  ].join("");
  return {
    width: 480,
    height: 300,
    body,
    alt: "Storm hydrograph. Bars of rain rise to a peak of 18 mm an hour at 6 hours. The river's flow rises from 8 to a peak of 45 cubic metres a second at 10 hours and falls slowly to 8 at 24 hours.",
  };
}

function mapGrid(): Drawing {
  const x = (easting: number) => 46 + (easting - 21) * 92;
  const y = (northing: number) => 300 - (northing - 41) * 92;
  const river = `M${x(21)},${y(43.7)} C${x(21.3)},${y(43)} ${x(21.3)},${y(42.8)} ${x(21.5)},${y(42.5)} S${x(22)},${y(41.6)} ${x(22)},${y(41)}`;
  const body = [
    rect(x(21), y(44), 4 * 92, 3 * 92, "#F3F0E2"),
    path(river, water, 6),
    path(`M${x(21)},${y(42.2)} L${x(21.5)},${y(42.5)} L${x(23)},${y(43.1)} L${x(25)},${y(43.3)}`, "#B98A4E", 4),
    path(`M${x(22.5)},${y(41)} L${x(22.5)},${y(41.5)} L${x(25)},${y(42.3)}`, ink, 2, "none", `stroke-dasharray="8 4"`),
    ...[21, 22, 23, 24, 25].map((e) => line(x(e), y(44), x(e), y(41), "#7C9BB0") + centred(x(e), y(41) + 20, e)),
    ...[41, 42, 43, 44].map((n) => line(x(21), y(n), x(25), y(n), "#7C9BB0") + text(18, y(n) + 5, n)),
    `<circle cx="${x(21.5)}" cy="${y(42.5)}" r="5" fill="${brick}"/>` + text(x(21.5) + 9, y(42.5) + 18, "bridge"),
    `<path d="M${x(23.7)},${y(43.65)} v-16 m-6,6 h12" stroke="${ink}" stroke-width="3" fill="none"/>` +
      text(x(23.7) + 10, y(43.6), "church"),
    rect(x(22.5) - 5, y(41.5) - 5, 10, 10, brick) + text(x(22.5) + 10, y(41.5) + 16, "station"),
    `<polygon points="${x(24.5)},${y(41.5) - 8} ${x(24.5) - 9},${y(41.5) + 7} ${x(24.5) + 9},${y(41.5) + 7}" fill="${leaf}"/>` +
      text(x(24.5) - 26, y(41.5) + 24, "camp site"),
  ].join("");
  return {
    width: 480,
    height: 330,
    body,
    alt: "Map with a grid: eastings 21 to 25 along the bottom, northings 41 to 44 up the side. The church stands in the square right of 23 and above 43. The bridge over the river stands halfway between 21 and 22 and halfway between 42 and 43. The station stands halfway between 22 and 23, halfway between 41 and 42. The camp site stands halfway between 24 and 25, halfway between 41 and 42.",
  };
}

function contours(): Drawing {
  const ring = (i: number) => {
    const [w, e, n, s] = [70 + i * 13, 420 - i * 62, 26 + i * 36, 292 - i * 26];
    const [cx, cy] = [w + (e - w) * 0.4, n + (s - n) * 0.55];
    return path(
      `M${w},${cy} A${cx - w},${cy - n} 0 0 1 ${cx},${n} A${e - cx},${cy - n} 0 0 1 ${e},${cy} A${e - cx},${s - cy} 0 0 1 ${cx},${s} A${cx - w},${s - cy} 0 0 1 ${w},${cy}`,
      "#A2672C",
      1.8,
    );
  };
  const body = [
    rect(10, 8, 460, 300, "#F3F0E2"),
    ...[0, 1, 2, 3].map(ring),
    text(398, 120, "100"),
    `<polygon points="172,150 166,161 178,161" fill="${ink}"/>`,
    text(150, 178, "Gorse Hill", `font-weight="700"`),
    arrow(450, 60, 450, 26),
    centred(450, 76, "N"),
  ].join("");
  return {
    width: 480,
    height: 316,
    body,
    alt: "Contour map of Gorse Hill, north at the top. Four closed contour lines, the outermost marked 100. In the west they lie very close together, in the east far apart, in the north and south in between.",
  };
}

function meander(): Drawing {
  const course = "M20,250 C110,250 110,60 230,60 S350,250 460,250";
  const body = [
    rect(0, 0, 480, 300, land),
    path(course, water, 62),
    path("M30,250 C112,250 112,62 230,62", "#FFFFFF", 1.5, "none", `stroke-dasharray="7 6"`),
    arrow(60, 246, 84, 232, "#FFFFFF"),
    centred(230, 128, "A", `font-weight="700" font-size="20"`),
    centred(230, 26, "B", `font-weight="700" font-size="20"`),
    text(290, 28, "seen from above,") + text(290, 46, "flowing left to right"),
  ].join("");
  return {
    width: 480,
    height: 300,
    body,
    alt: "A bend of a river seen from above. A marks the bank on the inside of the bend, B the bank on the outside.",
  };
}

function groynes(): Drawing {
  const beach = "M0,120 L150,178 L150,112 L310,178 L310,112 L480,170 L480,0 L0,0 Z";
  const body = [
    rect(0, 0, 480, 280, "#BBD6E4"),
    path(beach, "#B79545", 1.5, sand),
    rect(0, 0, 480, 54, leaf, `opacity="0.55"`),
    rect(147, 60, 7, 140, "#5A4632"),
    rect(307, 60, 7, 140, "#5A4632"),
    centred(240, 36, "land"),
    centred(240, 262, "sea"),
    text(160, 216, "groyne"),
    text(320, 216, "groyne"),
    centred(30, 268, "west"),
    centred(450, 268, "east"),
  ].join("");
  return {
    width: 480,
    height: 280,
    body,
    alt: "Map of a beach, land in the north, sea in the south. Two wooden groynes run from the beach into the sea. On the west side of each groyne the beach is wide, on its east side narrow.",
  };
}

function foodWeb(): Drawing {
  const places = {
    heron: [240, 36],
    frogs: [120, 108],
    fish: [360, 108],
    insects: [120, 184],
    snails: [360, 184],
    plants: [240, 262],
  } as const;
  const names = {
    heron: "heron",
    frogs: "frogs",
    fish: "fish",
    insects: "insects",
    snails: "snails",
    plants: "water plants",
  };
  const links = [
    "plants insects",
    "plants snails",
    "insects frogs",
    "insects fish",
    "snails fish",
    "frogs heron",
    "fish heron",
  ];
  const body = [
    ...links.map((link) => {
      const [from, to] = link.split(" ") as [keyof typeof places, keyof typeof places];
      const [[x1, y1], [x2, y2]] = [places[from], places[to]];
      const length = Math.hypot(x2 - x1, y2 - y1);
      const [dx, dy] = [((x2 - x1) / length) * 58, ((y2 - y1) / length) * 26];
      return arrow(x1 + dx, y1 + dy, x2 - dx, y2 - dy, leaf);
    }),
    ...Object.entries(places).map(
      ([name, [px, py]]) =>
        rect(px - 50, py - 17, 100, 34, "#FFFFFF", `rx="6" stroke="${quiet}"`) +
        centred(px, py + 5, names[name as keyof typeof names]),
    ),
  ].join("");
  return {
    width: 480,
    height: 296,
    body,
    alt: "Food web of a pond. Water plants are eaten by insects and snails. Insects are eaten by frogs and fish, snails by fish. Frogs and fish are eaten by herons.",
  };
}

function cityZones(): Drawing {
  const rings = [
    [140, "#DDE7D2", "D"],
    [108, "#F0E3BF", "C"],
    [72, "#E3C0A6", "B"],
    [36, "#C98F86", "A"],
  ] as const;
  const body = [
    rect(0, 0, 480, 300, "#FFFFFF"),
    ...rings.map(([r, fill]) => `<circle cx="240" cy="150" r="${r}" fill="${fill}" stroke="${quiet}"/>`),
    ...rings.map(([r, , letter], i) =>
      centred(240, 150 - r + (i === 3 ? 40 : 22), letter, `font-weight="700" font-size="17"`),
    ),
  ].join("");
  return {
    width: 480,
    height: 300,
    body,
    alt: "Model of a city as four rings round one another: A in the middle, then B, C and D at the outside.",
  };
}

export const figures: Readonly<Record<string, Drawing>> = {
  "climate-westerhaven": climate(
    "Westerhaven",
    [4, 5, 6, 9, 12, 15, 17, 17, 14, 11, 7, 5],
    [105, 80, 75, 60, 60, 75, 85, 80, 85, 105, 110, 125],
    160,
  ),
  "climate-sundara": climate(
    "Sundara",
    [26, 27, 27, 28, 28, 27, 27, 27, 27, 27, 26, 26],
    [240, 180, 200, 190, 170, 150, 155, 170, 180, 220, 250, 280],
    320,
  ),
  "climate-karsa": climate(
    "Karsa",
    [12, 14, 18, 23, 28, 33, 35, 35, 31, 25, 18, 13],
    [10, 10, 5, 5, 0, 0, 0, 0, 5, 5, 10, 10],
    40,
  ),
  "pyramid-dessan": pyramid("Dessan", [15.5, 11.5, 8, 5.5, 4, 2.7, 1.6, 0.8, 0.4]),
  "pyramid-oster": pyramid("Oster", [4, 4.6, 5.4, 6, 7.2, 8.4, 6.9, 4.8, 2.7]),
  hydrograph: hydrograph(),
  "map-grid": mapGrid(),
  "map-contours": contours(),
  meander: meander(),
  groynes: groynes(),
  "food-web": foodWeb(),
  "city-zones": cityZones(),
};

export const svgOf = ({ width, height, body }: Drawing) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${rect(0, 0, width, height, "#FFFFFF")}${body}</svg>\n`;
