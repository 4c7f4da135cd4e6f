import Stack from "@mui/material/Stack";
import { canBePartlyRight } from "@verdant/core/delivery/advice";
import type { Content } from "@verdant/core/items/kinds";
import type { ComponentType } from "react";
import { OptionalText } from "../../richText/OptionalText.tsx";
import { RichTextField } from "../../richText/RichTextField.tsx";
import { contentEditors } from "../kinds/kinds.ts";
import { KindChooser } from "./KindChooser.tsx";
import { asKind } from "./newWork.ts";
import { t } from "../../platform/words.ts";

/** Question, what is particular to the kind, explanation and next step. */
export function ContentEditor(props: { content: Content; isNew: boolean; onChange: (content: Content) => void }) {
  const { content, isNew, onChange } = props;
  // Safe: the editor is the one of the content's kind.
  const Particular = contentEditors[content.kind] as ComponentType<{
    content: Content;
    onChange: (content: Content) => void;
  }>;
  return (
    <Stack spacing={2.5}>
      <KindChooser
        kind={content.kind}
        onChange={(kind) => {
          onChange(asKind(content, kind));
        }}
      />
      <RichTextField
        label={t("Question")}
        value={content.stem}
        autoFocus={isNew}
        onChange={(stem) => {
          onChange({ ...content, stem });
        }}
      />
      <Particular key={content.kind} content={content} onChange={onChange} />
      <OptionalText
        label={t("Explanation")}
        hint={t("of the whole item, for afterwards")}
        value={content.explanation}
        onChange={(explanation) => {
          onChange({ ...content, explanation });
        }}
      />
      <OptionalText
        label={t("Next step")}
        hint={t("what to do if it went wrong")}
        value={content.nextStep}
        onChange={(nextStep) => {
          onChange({ ...content, nextStep });
        }}
      />
      {(canBePartlyRight(content) || content.nearly) && (
        <OptionalText
          label={t("Nearly there")}
          hint={t("instead of the next step, for who got part of it right")}
          value={content.nearly}
          onChange={(nearly) => {
            onChange({ ...content, nearly });
          }}
        />
      )}
    </Stack>
  );
}
