/** Writing one right answer: options, one of them the key. */
import type { EditorProps } from "../editorProps.ts";
import { OptionRows } from "../OptionRows.tsx";

export function OneRightAnswerEditor({ content, onChange }: EditorProps<"oneRightAnswer">) {
  return (
    <OptionRows
      keys="one"
      mixes
      options={content.options}
      onChange={(options) => {
        onChange({ ...content, options });
      }}
    />
  );
}
