/** Points on a picture as others have them: the areas that are paid for become places that students do not see. */
import { creditOf } from "@verdant/core/items/kinds";
import { headline } from "@verdant/core/richText";
import { expect, test } from "vitest";
import { toContent } from "../../fileContent.ts";
import { shown } from "../../testing/outAndIn.ts";
import { inNewNames } from "../names.ts";
import { inOldNames } from "../oldNames.ts";
import { readItem } from "../readItem.ts";
import { scoreOf } from "../responseProcessing.ts";
import { readXml, writeXml } from "../xml.ts";

const hash = "a".repeat(64);
/** The picture is 480 by 300; the file gives it half of that. */
const file = (areas: string, attributes = 'cardinality="single" base-type="point"') => `
<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="p" title="Delta">
<qti-response-declaration identifier="RESPONSE" ${attributes}>${areas}</qti-response-declaration>
<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float" normal-maximum="2"/>
<qti-item-body><qti-select-point-interaction response-identifier="RESPONSE" max-choices="1">
<qti-prompt>Where is the delta?</qti-prompt><img src="../media/${hash}" width="240" height="150" alt="A map"/>
</qti-select-point-interaction></qti-item-body>
<qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/map_response_point.xml"/>
</qti-assessment-item>`;
const mapped = (...entries: readonly string[]) =>
  `<qti-area-mapping default-value="0">${entries.map((one) => `<qti-area-map-entry ${one}/>`).join("")}</qti-area-mapping>`;
const read = (areas: string, attributes?: string) =>
  readItem(readXml(Buffer.from(file(areas, attributes))), { own: undefined, shown });
const at = (x: number, y: number) => ({ kind: "pointOnImage" as const, at: { x, y }, regionId: null });

const three = mapped(
  'shape="circle" coords="100,50,10" mapped-value="2"',
  'shape="rect" coords="10,10,30,40" mapped-value="2"',
  'shape="poly" coords="200,100,220,100,210,140" mapped-value="0"',
);

test("what is paid for is right, at the size that the picture has; the places are not shown", () => {
  const { content, points, notes } = read(three);
  expect([content.kind, points, notes]).toEqual(["pointOnImage", 2, []]);
  const item = toContent(content, (key) => key);
  if (item.kind !== "pointOnImage") throw new Error("another kind");
  expect(headline(item.stem)).toBe("Where is the delta?");
  expect(item.showsRegions).toBe(false);
  expect(item.regions.map(({ label, isKey }) => [label, isKey])).toEqual([
    ["1", true],
    ["2", true],
    ["3", false],
  ]);
  const earned = (x: number, y: number) => creditOf(item, at(x, y));
  // The middle of each, the edge of the circle and just beside it, and nowhere: as the file's own rules say.
  for (const [x, y] of [
    [200, 100],
    [40, 50],
    [420, 220],
    [219, 100],
    [222, 100],
    [470, 10],
  ] as const) {
    const there = scoreOf(readXml(Buffer.from(file(three))), { RESPONSE: [`${x / 2} ${y / 2}`] });
    expect([x, y, 2 * earned(x, y)]).toEqual([x, y, there]);
  }
});

test("an area that is paid less is no right answer here, and that is said", () => {
  const { notes } = read(
    mapped('shape="circle" coords="100,50,10" mapped-value="2"', 'shape="circle" coords="30,30,10" mapped-value="1"'),
  );
  expect(notes).toMatchObject([{ code: "scoringDiffers", terms: { there: 1, here: 0, points: 2 } }]);
});

test("the same in the older form", () => {
  const root = readXml(Buffer.from(file(three)));
  const attributes = { xmlns: root.namespace, ...root.attributes };
  const older = readXml(Buffer.from(writeXml(inOldNames({ ...root, attributes }))));
  expect(older.name).toBe("assessmentItem");
  const { content, notes } = readItem(inNewNames(older), { own: undefined, shown });
  expect(notes).toEqual([]);
  expect(content.kind).toBe("pointOnImage");
});

test("several points, or a point without an area around it, are kept as they came", () => {
  expect(() => read(three, 'cardinality="multiple" base-type="point"')).toThrow("answersUnlike");
  expect(() => read("<qti-correct-response><qti-value>100 50</qti-value></qti-correct-response>")).toThrow(
    "answersUnlike",
  );
  expect(() => read(mapped('shape="default" coords="" mapped-value="1"'))).toThrow("interactionUnknown");
});
