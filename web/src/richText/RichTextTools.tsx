/** The tools of a piece of rich text: marks, lists, tables, pictures and formulas. */
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import { addColumnAfter, addRowAfter, deleteColumn, deleteRow, deleteTable, toggleHeaderRow } from "@tiptap/pm/tables";
import { useEditorState, type Editor } from "@tiptap/react";
import { recordingKinds, type Recording } from "@verdant/core/richText";
import {
  AudioLines,
  Bold,
  ImagePlus,
  Italic,
  List,
  ListOrdered,
  Sigma,
  Subscript,
  Superscript,
  Table,
  type LucideIcon,
} from "lucide-react";
import { RecordingDialog } from "./RecordingDialog.tsx";
import { ImageDialog } from "./ImageDialog.tsx";
import { MathsDialog } from "./MathsDialog.tsx";
import { insertTable } from "./richTextNodes.ts";
import { t } from "../platform/words.ts";

const marks = [
  ["bold", "Bold", Bold],
  ["italic", "Italic", Italic],
  ["subscript", "Subscript", Subscript],
  ["superscript", "Superscript", Superscript],
  ["bulletList", t("Bulleted list"), List],
  ["orderedList", t("Numbered list"), ListOrdered],
] as const;

const tableTools = [
  [t("Add a row"), addRowAfter],
  [t("Add a column"), addColumnAfter],
  [t("Remove the row"), deleteRow],
  [t("Remove the column"), deleteColumn],
  [t("Headings on or off"), toggleHeaderRow],
  [t("Remove the table"), deleteTable],
] as const;

export type RichTextDialog = "image" | "recording" | "maths" | null;

export function RichTextTools(props: {
  editor: Editor;
  label: string;
  dialog: RichTextDialog;
  setDialog: (dialog: RichTextDialog) => void;
}) {
  const { editor, label, dialog, setDialog } = props;
  const active = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      marks: marks.map(([name]) => now.isActive(name)),
      inTable: now.isActive("table"),
      image: now.isActive("image") ? now.getAttributes("image") : null,
      recording: recordingAt(now),
      latex: now.isActive("maths") ? String(now.getAttributes("maths")["latex"]) : "",
    }),
  });
  const apply = (name: (typeof marks)[number][0]) => {
    const chain = editor.chain().focus();
    if (name === "bulletList") chain.toggleBulletList().run();
    else if (name === "orderedList") chain.toggleOrderedList().run();
    else chain.toggleMark(name).run();
  };
  return (
    <Box sx={{ px: 0.75, pb: 0.5 }}>
      <Box
        role="toolbar"
        aria-label={t("Formatting of {{label}}", { label })}
        sx={{ display: "flex", gap: 0.25, flexWrap: "wrap" }}
      >
        {marks.map(([name, title, icon], i) => (
          <Tool
            key={name}
            title={title}
            icon={icon}
            isOn={active.marks[i] === true}
            apply={() => {
              apply(name);
            }}
          />
        ))}
        <Tool
          title={t("Table")}
          icon={Table}
          apply={() => {
            if (!active.inTable) editor.chain().focus().command(insertTable).run();
          }}
        />
        <Tool
          title={active.image ? t("Change the picture's description") : t("Picture")}
          icon={ImagePlus}
          isOn={active.image !== null}
          apply={() => {
            setDialog("image");
          }}
        />
        <Tool
          title={active.recording ? t("Change what is said of the recording") : t("Recording")}
          icon={AudioLines}
          isOn={active.recording !== null}
          apply={() => {
            setDialog("recording");
          }}
        />
        <Tool
          title={active.latex ? t("Change the formula") : t("Formula")}
          icon={Sigma}
          isOn={active.latex !== ""}
          apply={() => {
            setDialog("maths");
          }}
        />
      </Box>
      {active.inTable && (
        <Box
          role="toolbar"
          aria-label={t("Table in {{label}}", { label })}
          sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}
        >
          {tableTools.map(([title, run]) => (
            <TextTool
              key={title}
              title={title}
              apply={() => {
                editor.commands.focus();
                run(editor.state, editor.view.dispatch);
              }}
            />
          ))}
        </Box>
      )}
      {dialog === "image" && (
        <ImageDialog
          before={active.image}
          close={() => {
            setDialog(null);
          }}
          insert={(attrs) => {
            const chain = editor.chain().focus();
            if (active.image) chain.updateAttributes("image", attrs).run();
            else chain.insertContent({ type: "image", attrs }).run();
          }}
        />
      )}
      {dialog === "recording" && (
        <RecordingDialog
          before={active.recording}
          close={() => {
            setDialog(null);
          }}
          insert={({ type, ...attrs }) => {
            const chain = editor.chain().focus();
            if (active.recording?.type === type) chain.updateAttributes(type, attrs).run();
            else chain.insertContent({ type, attrs }).run();
          }}
        />
      )}
      {dialog === "maths" && (
        <MathsDialog
          before={active.latex}
          close={() => {
            setDialog(null);
          }}
          insert={(latex) => {
            editor
              .chain()
              .focus()
              .insertContent({ type: "maths", attrs: { latex, mathml: "" } })
              .run();
          }}
        />
      )}
    </Box>
  );
}

/** The recording that is selected. */
function recordingAt(editor: Editor): Recording | null {
  const type = recordingKinds.find((kind) => editor.isActive(kind));
  return type ? { type, ...(editor.getAttributes(type) as Omit<Recording, "type">) } : null;
}

function Tool(props: { title: string; icon: LucideIcon; isOn?: boolean; apply: () => void }) {
  const { title, icon: Icon, isOn = false, apply } = props;
  return (
    <IconButton
      size="small"
      aria-label={title}
      aria-pressed={isOn}
      color={isOn ? "primary" : "default"}
      onMouseDown={(event) => {
        event.preventDefault(); // keeps the selection in the text
      }}
      onClick={apply}
    >
      <Icon size={16} />
    </IconButton>
  );
}

function TextTool({ title, apply }: { title: string; apply: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      onMouseDown={(event) => {
        event.preventDefault();
      }}
      onClick={apply}
      sx={{
        border: 0,
        bgcolor: "transparent",
        color: "primary.main",
        font: "inherit",
        fontSize: 13,
        p: 0.5,
        cursor: "pointer",
      }}
    >
      {title}
    </Box>
  );
}
