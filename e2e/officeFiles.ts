/** Workbooks and word-processor files as journeys need them, in the open formats that office programs write. */
import { strToU8, zipSync } from "fflate";

const xml = (body: string) => strToU8(`<?xml version="1.0" encoding="UTF-8" standalone="yes"?>${body}`);
const escaped = (text: string) => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");
const relationships = "http://schemas.openxmlformats.org/package/2006/relationships";
const office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

const pack = (main: string, type: string, files: Record<string, Uint8Array>) =>
  Buffer.from(
    zipSync({
      "[Content_Types].xml": xml(
        `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Default Extension="png" ContentType="image/png"/><Override PartName="/${main}" ContentType="${type}"/></Types>`,
      ),
      "_rels/.rels": xml(
        `<Relationships xmlns="${relationships}"><Relationship Id="r1" Type="${office}/officeDocument" Target="${main}"/></Relationships>`,
      ),
      ...files,
    }),
  );

/** One sheet a name, of rows of text. */
export function workbook(sheets: Readonly<Record<string, readonly (readonly string[])[]>>): Buffer {
  const names = Object.keys(sheets);
  const sheet = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  const cell = (text: string, row: number, column: number) =>
    `<c r="${String.fromCharCode(65 + column)}${row + 1}" t="inlineStr"><is><t>${escaped(text)}</t></is></c>`;
  const files = names.map((name, i): [string, Uint8Array] => [
    `xl/worksheets/sheet${i + 1}.xml`,
    xml(
      `<worksheet xmlns="${sheet}"><sheetData>${(sheets[name] ?? [])
        .map((row, r) => `<row r="${r + 1}">${row.map((text, c) => cell(text, r, c)).join("")}</row>`)
        .join("")}</sheetData></worksheet>`,
    ),
  ]);
  return pack("xl/workbook.xml", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml", {
    "xl/workbook.xml": xml(
      `<workbook xmlns="${sheet}" xmlns:r="${office}"><sheets>${names
        .map((name, i) => `<sheet name="${escaped(name)}" sheetId="${i + 1}" r:id="s${i + 1}"/>`)
        .join("")}</sheets></workbook>`,
    ),
    "xl/_rels/workbook.xml.rels": xml(
      `<Relationships xmlns="${relationships}">${names
        .map(
          (_, i) => `<Relationship Id="s${i + 1}" Type="${office}/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`,
        )
        .join("")}</Relationships>`,
    ),
    ...Object.fromEntries(files),
  });
}

const drawings = "http://schemas.openxmlformats.org/drawingml/2006";
const drawing = `<w:drawing><wp:inline xmlns:wp="${drawings}/wordprocessingDrawing"><wp:docPr id="1" name="map"/><a:graphic xmlns:a="${drawings}/main"><a:graphicData uri="${drawings}/picture"><pic:pic xmlns:pic="${drawings}/picture"><pic:blipFill><a:blip r:embed="p1"/></pic:blipFill></pic:pic></a:graphicData></a:graphic></wp:inline></w:drawing>`;

/** Paragraphs; one in stars is bold, "(picture)" is the picture, which is a PNG. */
export function wordFile(paragraphs: readonly string[], picture?: Uint8Array): Buffer {
  const main = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
  const paragraph = (text: string) => {
    if (text === "(picture)") return `<w:p><w:r>${drawing}</w:r></w:p>`;
    const isBold = /^\*.*\*$/.test(text);
    const words = escaped(isBold ? text.slice(1, -1) : text);
    return `<w:p><w:r>${isBold ? "<w:rPr><w:b/></w:rPr>" : ""}<w:t xml:space="preserve">${words}</w:t></w:r></w:p>`;
  };
  return pack("word/document.xml", "application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml", {
    "word/document.xml": xml(
      `<w:document xmlns:w="${main}" xmlns:r="${office}"><w:body>${paragraphs.map(paragraph).join("")}</w:body></w:document>`,
    ),
    ...(picture && {
      "word/media/picture.png": picture,
      "word/_rels/document.xml.rels": xml(
        `<Relationships xmlns="${relationships}"><Relationship Id="p1" Type="${office}/image" Target="media/picture.png"/></Relationships>`,
      ),
    }),
  });
}

/** An archive of a few hundred kilobytes that unpacks to 200 million bytes. */
export const archiveBomb = (): Buffer =>
  pack("xl/workbook.xml", "application/xml", { "xl/workbook.xml": new Uint8Array(200_000_000) });
