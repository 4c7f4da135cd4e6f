/** The one renderer of rich text: staff, students and print. No HTML anywhere, only the closed tree. */
import type { Block, Inline, Mark, RichText } from "@verdant/core/richText";
import type { ReactNode } from "react";

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
  if (block.type === "paragraph") {
    const content = block.content.map((one, i) => <InlineView key={i} inline={one} />);
    return inline ? <span>{content} </span> : <p style={{ margin: "0 0 0.4em" }}>{content}</p>;
  }
  const items = block.items.map((item, i) => (
    <li key={i}>
      {item.map((paragraph, j) => (
        <BlockView key={j} block={paragraph} inline={inline} />
      ))}
    </li>
  ));
  return block.type === "bulletList" ? <ul>{items}</ul> : <ol>{items}</ol>;
}

const wrap: Record<Mark, (content: ReactNode) => ReactNode> = {
  bold: (content) => <strong>{content}</strong>,
  italic: (content) => <em>{content}</em>,
  subscript: (content) => <sub>{content}</sub>,
  superscript: (content) => <sup>{content}</sup>,
};

function InlineView({ inline }: { inline: Inline }) {
  if (inline.type === "lineBreak") return <br />;
  return <>{(inline.marks ?? []).reduce<ReactNode>((content, mark) => wrap[mark](content), inline.text)}</>;
}
