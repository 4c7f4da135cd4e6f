import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { RichText } from "@verdant/core/richText";
import type { ReactNode } from "react";
import { RichTextView } from "../player/RichTextView.tsx";
import { t } from "../platform/words.ts";

export function Said({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box sx={{ mb: 1 }}>
      <Typography component="h3" variant="body2" color="textSecondary" sx={{ fontWeight: 700 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}

/** What is said of an answer, each part only where there is something to say. */
export function SaidOfAnswer(props: {
  rationales: readonly RichText[];
  explanation: RichText | null;
  nearly: RichText | null;
  nextStep: RichText | null;
}) {
  const { rationales, explanation, nearly, nextStep } = props;
  return (
    <>
      {rationales.length > 0 && (
        <Said title={t("About your answer")}>
          {rationales.map((rationale, i) => (
            <RichTextView key={i} text={rationale} />
          ))}
        </Said>
      )}
      {explanation && (
        <Said title={t("Why")}>
          <RichTextView text={explanation} />
        </Said>
      )}
      {nearly && (
        <Said title={t("Nearly there")}>
          <RichTextView text={nearly} />
        </Said>
      )}
      {nextStep && (
        <Said title={t("Next step")}>
          <RichTextView text={nextStep} />
        </Said>
      )}
    </>
  );
}
