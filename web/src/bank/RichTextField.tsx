import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import { styled } from "@mui/material/styles";
import Typography from "@mui/material/Typography";
import { EditorContent, useEditor, useEditorState, type Editor } from "@tiptap/react";
import type { RichText } from "@verdant/core/richText";
import { Bold, Italic, List, ListOrdered, Subscript, Superscript } from "lucide-react";
import { useState } from "react";
import { nonce } from "../platform/nonce.ts";
import { extensions, fromDocument, toDocument } from "./richTextEditing.ts";

const Field = styled(Box)(({ theme }) => ({
  border: `1px solid ${theme.vars?.palette.divider ?? "currentColor"}`,
  borderRadius: 8,
  backgroundColor: theme.vars?.palette.background.paper,
  "&:focus-within": { borderColor: theme.vars?.palette.primary.main },
  "& .ProseMirror": { outline: "none", padding: "8px 12px", minHeight: "1.45em", fontSize: 16, lineHeight: 1.45 },
  "& .ProseMirror p": { margin: 0 },
  "& .ProseMirror ul, & .ProseMirror ol": { margin: 0, paddingLeft: 24 },
}));

/** One piece of rich text. Its tools show while it is being written in. */
export function RichTextField(props: {
  label: string;
  hideLabel?: boolean;
  value: RichText;
  onChange: (text: RichText) => void;
  autoFocus?: boolean;
}) {
  const { label, hideLabel = false, value, onChange, autoFocus = false } = props;
  const [isFocused, setFocused] = useState(autoFocus);
  const editor = useEditor({
    extensions,
    content: toDocument(value),
    injectNonce: nonce,
    autofocus: autoFocus,
    editorProps: { attributes: { role: "textbox", "aria-label": label, "aria-multiline": "true" } },
    onUpdate: ({ editor: changed }) => {
      onChange(fromDocument(changed.getJSON()));
    },
  });
  return (
    <Box
      onFocus={() => {
        setFocused(true);
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setFocused(false);
      }}
    >
      {!hideLabel && (
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
          {label}
        </Typography>
      )}
      <Field>
        <EditorContent editor={editor} />
        {isFocused && <Tools editor={editor} label={label} />}
      </Field>
    </Box>
  );
}

const tools = [
  ["bold", "Bold", Bold],
  ["italic", "Italic", Italic],
  ["subscript", "Subscript", Subscript],
  ["superscript", "Superscript", Superscript],
  ["bulletList", "Bulleted list", List],
  ["orderedList", "Numbered list", ListOrdered],
] as const;

function Tools({ editor, label }: { editor: Editor; label: string }) {
  const active = useEditorState({ editor, selector: ({ editor: now }) => tools.map(([name]) => now.isActive(name)) });
  const apply = (name: (typeof tools)[number][0]) => {
    const chain = editor.chain().focus();
    if (name === "bulletList") chain.toggleBulletList().run();
    else if (name === "orderedList") chain.toggleOrderedList().run();
    else chain.toggleMark(name).run();
  };
  return (
    <Box role="toolbar" aria-label={`Formatting of ${label}`} sx={{ display: "flex", gap: 0.25, px: 0.75, pb: 0.5 }}>
      {tools.map(([name, title, Icon], i) => (
        <IconButton
          key={name}
          size="small"
          aria-label={title}
          aria-pressed={active[i] === true}
          color={active[i] === true ? "primary" : "default"}
          onMouseDown={(event) => {
            event.preventDefault(); // keeps the selection in the text
          }}
          onClick={() => {
            apply(name);
          }}
        >
          <Icon size={16} />
        </IconButton>
      ))}
    </Box>
  );
}
