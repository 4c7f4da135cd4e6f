/** The one renderer of rich text: staff, students and print. No HTML anywhere, only the closed tree. */
import { styled } from "@mui/material/styles";
import {
  isRecording,
  type Block,
  type Image,
  type Inline,
  type Mark,
  type Paragraph,
  type RichText,
  type Table,
} from "@verdant/core/richText";
import type { ReactNode } from "react";
import { RecordingView } from "./RecordingView.tsx";
import { MathsView } from "./MathsView.tsx";

export function RichTextView({ text, inline = false }: { text: RichText; inline?: boolean }) {
  return (
    <>
      {text.content.map((block, i) => (
        <BlockView key={i} block={block} inline={inline} />
      ))}
    </>
  );
}

function BlockView({ block, inline }: { block: Block; inline: boolean }) {
  if (block.type === "paragraph") return <ParagraphView paragraph={block} inline={inline} />;
  if (block.type === "image") return inline ? <span>{block.alt} </span> : <ImageView image={block} />;
  if (isRecording(block)) return inline ? <span>{block.title} </span> : <RecordingView recording={block} />;
  if (block.type === "table") return <TableView table={block} />;
  const items = block.items.map((item, i) => (
    <li key={i}>
      <CellView cell={item} inline={inline} />
    </li>
  ));
  return block.type === "bulletList" ? <ul>{items}</ul> : <ol>{items}</ol>;
}

function ParagraphView({ paragraph, inline }: { paragraph: Paragraph; inline: boolean }) {
  const content = paragraph.content.map((one, i) => <InlineView key={i} inline={one} />);
  return inline ? <span>{content} </span> : <p style={{ margin: "0 0 0.4em" }}>{content}</p>;
}

function CellView({ cell, inline }: { cell: readonly Paragraph[]; inline: boolean }) {
  return cell.map((paragraph, i) => <ParagraphView key={i} paragraph={paragraph} inline={inline} />);
}

const Grid = styled("table")(({ theme }) => ({
  borderCollapse: "collapse",
  margin: "0.3em 0 0.6em",
  fontVariantNumeric: "tabular-nums",
  "& th, & td": {
    border: `1px solid ${theme.vars?.palette.divider ?? "currentColor"}`,
    padding: "4px 10px",
    textAlign: "start",
    verticalAlign: "top",
  },
  "& p": { margin: "0 !important" },
}));

function TableView({ table }: { table: Table }) {
  return (
    <div style={{ overflowX: "auto" }}>
      <Grid>
        <tbody>
          {table.rows.map((row, i) => (
            <tr key={i}>
              {row.map((cell, j) =>
                table.hasHeadings && i === 0 ? (
                  <th key={j} scope="col">
                    <CellView cell={cell} inline={false} />
                  </th>
                ) : (
                  <td key={j}>
                    <CellView cell={cell} inline={false} />
                  </td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </Grid>
    </div>
  );
}

const Figure = styled("figure")(({ theme }) => ({
  margin: "0.4em 0 0.7em",
  "& img": { display: "block", maxWidth: "100%", height: "auto", borderRadius: 4, backgroundColor: "#fff" },
  "& figcaption": { fontSize: "0.75rem", fontWeight: 400, color: theme.vars?.palette.text.secondary },
}));

function ImageView({ image }: { image: Image }) {
  return (
    <Figure>
      <img
        src={`/api/media/${image.hash}`}
        alt={image.alt}
        width={image.width}
        height={image.height}
        style={{ width: `min(100%, ${image.width}px)` }}
      />
      {image.credit !== "" && <figcaption>{image.credit}</figcaption>}
    </Figure>
  );
}

const wrap: Record<Mark, (content: ReactNode) => ReactNode> = {
  bold: (content) => <strong>{content}</strong>,
  italic: (content) => <em>{content}</em>,
  subscript: (content) => <sub>{content}</sub>,
  superscript: (content) => <sup>{content}</sup>,
};

function InlineView({ inline }: { inline: Inline }) {
  if (inline.type === "lineBreak") return <br />;
  if (inline.type === "maths") return <MathsView maths={inline} />;
  return <>{(inline.marks ?? []).reduce<ReactNode>((content, mark) => wrap[mark](content), inline.text)}</>;
}
