/** What is still needed before an item can be used, and what a careful colleague would say about it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Finding, KeptFinding, RuleName } from "@verdant/core/checker/finding";
import type { Content } from "@verdant/core/items/kinds";
import { useState, type ReactNode } from "react";
import { useAddWordsMutation } from "../api.ts";
import { findingInWords } from "../../ui/findingInWords.ts";
import { t } from "../../platform/words.ts";

export function FindingsPanel(props: {
  /** What keeps the item from being used. */
  missing: readonly string[];
  findings: readonly Finding[];
  kept: readonly KeptFinding[];
  mend: (content: Content) => void;
  keep: (kept: readonly KeptFinding[]) => void;
}) {
  const { missing, findings, kept, mend, keep } = props;
  const reasonFor = (rule: RuleName) => kept.find((one) => one.rule === rule)?.reason;
  const open = findings.filter((finding) => reasonFor(finding.rule) === undefined);
  const onPurpose = findings.filter((finding) => reasonFor(finding.rule) !== undefined);
  return (
    <Stack spacing={2}>
      <Section name={t("Still needed")}>
        {missing.length === 0 ? (
          <Typography variant="body2" color="primary" sx={{ fontWeight: 700 }}>
            {t("✓ Nothing is missing; it can be used.")}
          </Typography>
        ) : (
          <>
            <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
              {t("Still needed before it can be used")}
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {missing.map((text) => (
                <Typography key={text} component="li" variant="body2">
                  {text}
                </Typography>
              ))}
            </Box>
          </>
        )}
      </Section>
      {findings.length > 0 && (
        <Section name={t("Worth a look")}>
          <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
            {open.length === 0
              ? t("Everything looked at")
              : t("{{count}} things are worth a look", { count: open.length })}
          </Typography>
          {open.map((finding) => (
            <OpenFinding
              key={finding.rule}
              finding={finding}
              mend={mend}
              keep={(reason) => {
                keep([...kept, { rule: finding.rule, reason }]);
              }}
            />
          ))}
          {onPurpose.map((finding) => (
            <Box key={finding.rule} sx={{ py: 0.75, borderTop: 1, borderColor: "divider" }}>
              <Typography variant="body2" color="textSecondary">
                {t("{{text}} Dismissed because", { text: findingInWords(finding).text })} {reasonFor(finding.rule)}.
                <Button
                  size="small"
                  aria-label={t("Look again: {{text}}", { text: findingInWords(finding).text })}
                  onClick={() => {
                    keep(kept.filter((one) => one.rule !== finding.rule));
                  }}
                >
                  {t("Look again")}
                </Button>
              </Typography>
            </Box>
          ))}
        </Section>
      )}
    </Stack>
  );
}

const Section = ({ name, children }: { name: string; children: ReactNode }) => (
  <Paper sx={{ px: 2.5, py: 1.75 }} component="section" aria-label={name} aria-live="polite">
    {children}
  </Paper>
);

function OpenFinding(props: { finding: Finding; mend: (content: Content) => void; keep: (reason: string) => void }) {
  const { finding, mend, keep } = props;
  const [reason, setReason] = useState<string | null>(null);
  const [addWords] = useAddWordsMutation();
  const words = findingInWords(finding);
  const { misspelt } = finding;
  const trimmed = reason?.trim() ?? "";
  return (
    <Box role="group" aria-label={words.text} sx={{ py: 0.75, borderTop: 1, borderColor: "divider" }}>
      <Typography variant="body2">{words.text}</Typography>
      <Typography variant="body2" color="textSecondary">
        {words.reason}
      </Typography>
      {reason === null ? (
        <Stack direction="row" spacing={1}>
          {finding.mend && (
            <Button
              size="small"
              onClick={() => {
                if (finding.mend) mend(finding.mend.content);
              }}
            >
              {words.mend}
            </Button>
          )}
          {misspelt && (
            <Button size="small" onClick={() => void addWords({ body: { words: misspelt.map(({ word }) => word) } })}>
              {t("Add to our dictionary")}
            </Button>
          )}
          <Button
            size="small"
            onClick={() => {
              setReason("");
            }}
          >
            {t("Dismiss because…")}
          </Button>
        </Stack>
      ) : (
        <Stack
          component="form"
          direction="row"
          spacing={1}
          sx={{ mt: 0.75 }}
          onSubmit={(event) => {
            event.preventDefault();
            if (trimmed !== "") keep(trimmed.replace(/[.]+$/, ""));
          }}
        >
          <TextField
            autoFocus
            fullWidth
            size="small"
            label={t("Dismiss because")}
            value={reason}
            onChange={(event) => {
              setReason(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: 300 } }}
          />
          <Button type="submit" size="small" disabled={trimmed === ""}>
            {t("Dismiss")}
          </Button>
          <Button
            size="small"
            onClick={() => {
              setReason(null);
            }}
          >
            {t("Cancel")}
          </Button>
        </Stack>
      )}
    </Box>
  );
}
