/** An empty department's first afternoon: four colleagues bring what they have, each in their own way, and nothing is lost in silence. */
import { expect, expectAccessible, serveDemo, test } from "./journey.ts";
import { wordFile, workbook } from "./officeFiles.ts";

const demo = serveDemo();

/** Two sheets with their own headings; two map questions that differ in their numbers; a column nobody knows. */
const rivers = workbook({
  Rivers: [
    ["Topic", "Question", "A", "B", "Right", "Use", "Colour"],
    ["Meanders", "What is left when a meander is cut off?", "An oxbow lake", "A delta", "A", "practice", "blue"],
    ["Meanders", "Which bank of a meander is worn away?", "The outer one", "The inner one", "A", "reserved", "red"],
  ],
  Maps: [
    ["Topic", "Question", "Answer"],
    ["Scale", "How far is 4 cm on a map at 1 : 25 000?", "1 km"],
    ["Scale", "How far is 8 cm on a map at 1 : 25 000?", "2 km"],
  ],
});

/** As a spreadsheet saves it as "Unicode text": two bytes a letter, tabs between. */
const weather = Buffer.concat([
  Buffer.from([0xff, 0xfe]),
  Buffer.from(
    "Question\tAnswer\nWhat is measured in millibars?\tair pressure\nWhat brings most of our rain?\tfronts\n",
    "utf16le",
  ),
]);

const word = wordFile(["1. What does a spit grow from?", "a) A cliff", "*b) Longshore drift*"]);

const text = `## Coasts
1. What is left standing when an arch falls?
Answer: stack / a stack

2. What is left standing when an arch falls?
Answer: stack

3. Nothing is marked here
a) x
b) y`;

test("four colleagues' files come into an empty department, and each says what came in, what did not, and why", async ({
  person,
}) => {
  const lead = await person({ width: 1280, height: 800 });
  await lead.goto(demo.address);
  await lead.getByRole("button", { name: "Create a department" }).click();
  await lead.getByLabel("Department and school").fill("Geography, Fennmoor School");
  await lead.getByLabel("Your name").fill("Wren Aldous");
  await lead.getByLabel("E-mail").fill("w.aldous@fennmoor.example");
  await lead.getByLabel("Password, at least 10 characters").fill("kettle marsh violet stamp");
  await lead.getByRole("button", { name: "Create the department" }).click();
  await expect(lead.getByRole("heading", { name: "Welcome" })).toBeVisible();
  await lead.goto(`${demo.address}/bank/paste`);
  const understood = lead.getByRole("region", { name: "What was understood" });
  const bring = async (name: string, buffer: Buffer) => {
    await lead.getByRole("tab", { name: "A file" }).click();
    await lead.getByLabel("File of questions").setInputFiles({ name, mimeType: "application/octet-stream", buffer });
  };
  const said = (start: string) => lead.getByRole("alert").filter({ hasText: start });

  await test.step("a workbook of two sheets: its topics are made with one yes, an unknown column is named", async () => {
    await bring("rivers.xlsx", rivers);
    await expect(lead.getByLabel("Sheet")).toHaveText(/Rivers/);
    await lead.getByRole("combobox", { name: "Sheet" }).click();
    await lead.getByRole("option", { name: /all sheets/ }).click();
    await expect(understood.getByRole("article")).toHaveCount(4);
    await expect(understood).toContainText("Colour");
    await lead.getByRole("button", { name: "Make 2 topics" }).click();
    await expect(understood).not.toContainText("There is no topic");
    await expectAccessible(lead);
    await lead.getByRole("button", { name: "Import 4 items" }).click();
    await expect(said("4 items imported").first()).toBeVisible();
    // Brought again, all of it is here.
    await bring("rivers.xlsx", rivers);
    await expect(lead.getByLabel("Sheet")).toHaveText(/Rivers/);
    await lead.getByRole("combobox", { name: "Sheet" }).click();
    await lead.getByRole("option", { name: /all sheets/ }).click();
    await expect(understood.getByText(/already here as item \d/)).toHaveCount(4);
    await expect(lead.getByRole("button", { name: "Import 0 items" })).toBeDisabled();
  });

  await test.step("a table in Unicode text", async () => {
    await bring("weather.txt.csv", weather);
    await expect(understood.getByRole("article")).toHaveCount(2);
    await expect(understood).toContainText("air pressure");
    await lead.getByRole("button", { name: "Import 2 items" }).click();
    await expect(said("2 items imported").first()).toBeVisible();
  });

  await test.step("a word-processor file", async () => {
    await bring("spits.docx", word);
    await expect(lead.getByRole("textbox", { name: "Questions" })).toHaveValue(/\*b\) Longshore drift/);
    await lead.getByRole("button", { name: "Import 1 item" }).click();
    await expect(said("1 item imported").first()).toBeVisible();
  });

  await test.step("pasted text: what lacks its key is named with its line", async () => {
    await lead.getByRole("textbox", { name: "Questions" }).fill(text);
    await expect(understood).toContainText("No option is marked as right.");
    await lead.getByRole("button", { name: /^Make \d+ topics?$/ }).click();
    await lead.getByRole("button", { name: /^Import \d items?/ }).click();
    await expect(said("imported").first()).toContainText("Line 8: No option is marked as right.");
  });

  await test.step("the reserved one is reserved, the two maps are a family, the bank has every one", async () => {
    const bank = await lead.evaluate(async () => {
      const { items } = (await (await fetch("/api/items?limit=60")).json()) as {
        items: { id: string; number: number; use: string; stem: string }[];
      };
      const maps = items.filter((item) => item.stem.includes("1 : 25 000"));
      const families = await Promise.all(
        maps.map(async ({ id }) => ((await (await fetch(`/api/items/${id}`)).json()) as { familyId: string }).familyId),
      );
      return {
        stems: items.map((item) => item.stem),
        reserved: items.filter((item) => item.use === "reserved"),
        families,
      };
    });
    expect(bank.stems.length).toBeGreaterThanOrEqual(8);
    expect(bank.reserved.map((item) => item.stem)).toEqual(["Which bank of a meander is worn away?"]);
    expect(bank.families).toHaveLength(2);
    expect(new Set(bank.families).size).toBe(1);
  });
});
