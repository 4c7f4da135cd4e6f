import Box from "@mui/material/Box";
import { styled } from "@mui/material/styles";
import Typography from "@mui/material/Typography";
import { EditorContent, useEditor } from "@tiptap/react";
import type { RichText } from "@verdant/core/richText";
import { useState } from "react";
import { flushSync } from "react-dom";
import { nonce } from "../platform/nonce.ts";
import { afterPointer } from "../ui/afterPointer.ts";
import { extensions, fromDocument, toDocument } from "./richTextEditing.ts";
import { RichTextTools, type RichTextDialog } from "./RichTextTools.tsx";
import { mathsFont } from "../theme.ts";

const Field = styled(Box)(({ theme }) => {
  const line = theme.vars?.palette.divider ?? "currentColor";
  return {
    border: `1px solid ${line}`,
    borderRadius: 8,
    backgroundColor: theme.vars?.palette.background.paper,
    "&:focus-within": { borderColor: theme.vars?.palette.primary.main },
    "& .ProseMirror": { outline: "none", padding: "8px 12px", minHeight: "1.45em", fontSize: 16, lineHeight: 1.45 },
    "& .ProseMirror p": { margin: 0 },
    "& .ProseMirror ul, & .ProseMirror ol": { margin: 0, paddingLeft: 24 },
    "& .ProseMirror table": { borderCollapse: "collapse", margin: "4px 0" },
    "& .ProseMirror td, & .ProseMirror th": { border: `1px solid ${line}`, padding: "3px 8px", minWidth: 60 },
    "& .ProseMirror th": { fontWeight: 700, textAlign: "start" },
    "& .ProseMirror img": { display: "block", maxWidth: "100%", height: "auto", maxHeight: 260, width: "auto" },
    "& .ProseMirror .recording": { padding: "6px 10px", border: `1px solid ${line}`, borderRadius: 4, margin: "4px 0" },
    "& .ProseMirror .ProseMirror-selectednode": { outline: `2px solid ${theme.vars?.palette.warning.main ?? line}` },
    "& .ProseMirror .maths": { fontFamily: mathsFont, cursor: "pointer" },
  };
});

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
  // A dialog takes the focus with it, and the tools must outlive that.
  const [dialog, setDialog] = useState<RichTextDialog>(null);
  const editor = useEditor({
    extensions,
    content: toDocument(value),
    injectNonce: nonce,
    autofocus: autoFocus,
    editorProps: { attributes: { role: "textbox", "aria-label": label, "aria-multiline": "true" } },
    onUpdate: ({ editor: changed }) => {
      // At once: what the editor writes is no event of React's, and on a slow computer the next field would be written
      // before this was drawn, by a form that does not know it yet.
      flushSync(() => {
        onChange(fromDocument(changed.getJSON()));
      });
    },
  });
  return (
    <Box
      onFocus={() => {
        setFocused(true);
      }}
      onBlur={(event) => {
        const field = event.currentTarget;
        if (field.contains(event.relatedTarget)) return;
        afterPointer(() => {
          if (!field.contains(document.activeElement)) setFocused(false);
        });
      }}
    >
      {!hideLabel && (
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
          {label}
        </Typography>
      )}
      <Field>
        <EditorContent editor={editor} />
        {(isFocused || dialog) && <RichTextTools editor={editor} label={label} dialog={dialog} setDialog={setDialog} />}
      </Field>
    </Box>
  );
}
