/** What is wrong with a key, what is right after all, and where it holds. */
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReleasedRevision } from "@verdant/contract/rulings";
import { creditOf, kindOf, markerOf, type Answer, type Content } from "@verdant/core/items/kinds";
import { rulings, type RulingName } from "@verdant/core/items/ruling";
import { Player } from "../player/Player.tsx";
import { rulingWords } from "../ui/rulingWords.ts";
import { t } from "../platform/words.ts";

export interface RulingDraft {
  readonly ruling: RulingName | null;
  /** The answer that is right after all, given as a student would give it. */
  readonly answer: Answer | null;
  /** null: wherever this revision was given. */
  readonly releaseId: string | null;
  readonly mendsItem: boolean;
}

/** Of what a person marks there is no key to correct. */
const withoutKey = ["award", "drop"] as const satisfies readonly RulingName[];
const everywhere = "everywhere";

export function RulingForm(props: {
  revision: ReleasedRevision;
  draft: RulingDraft;
  onChange: (draft: RulingDraft) => void;
}) {
  const { revision, draft, onChange } = props;
  const set = (change: Partial<RulingDraft>) => {
    onChange({ ...draft, ...change });
  };
  const namesAnswer = draft.ruling === "correct" || draft.ruling === "accept";
  return (
    <Stack spacing={2}>
      <FormControl>
        <FormLabel id="what-is-wrong" sx={{ fontWeight: 700 }}>
          {t("What is right after all?")}
        </FormLabel>
        <RadioGroup
          aria-labelledby="what-is-wrong"
          value={draft.ruling ?? ""}
          onChange={(_, value) => {
            set({ ruling: rulings.find((one) => one === value) ?? null });
          }}
        >
          {(markerOf(revision.content) === "machine" ? rulings : withoutKey).map((one) => (
            <FormControlLabel
              key={one}
              value={one}
              control={<Radio size="small" />}
              sx={{ alignItems: "flex-start", mt: 0.5 }}
              label={
                <Box sx={{ pt: 0.75 }}>
                  {rulingWords[one].name}
                  <Typography variant="body2" color="textSecondary">
                    {rulingWords[one].what}
                  </Typography>
                </Box>
              }
            />
          ))}
        </RadioGroup>
      </FormControl>
      <Paper sx={{ p: 2 }} component="section" aria-label={t("The question as it was released")}>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {namesAnswer
            ? t("Answer it here as it should have been answered. The key so far: ")
            : t("As it was released. The key so far: ")}
          <strong>{keyInWords(revision.content)}</strong>
        </Typography>
        <Player
          view={kindOf(revision.content).toStudentView(
            revision.content,
            kindOf(revision.content).arrange(revision.content, null),
          )}
          answer={namesAnswer ? draft.answer : kindOf(revision.content).rightAnswer(revision.content)}
          name="ruling"
          {...(namesAnswer
            ? {
                onAnswer: (answer: Answer) => {
                  set({ answer });
                },
              }
            : { verdict: { content: revision.content, credit: null } })}
        />
        {namesAnswer && creditOf(revision.content, draft.answer) === 1 && (
          <Typography variant="body2" color="warning.dark" sx={{ mt: 1 }}>
            {t("This is the key already, so nothing would change.")}
          </Typography>
        )}
      </Paper>
      {revision.releases.length > 1 && (
        <TextField
          select
          label={t("Where it holds")}
          value={draft.releaseId ?? everywhere}
          onChange={(event) => {
            set({ releaseId: event.target.value === everywhere ? null : event.target.value });
          }}
        >
          <MenuItem value={everywhere}>
            {t("Wherever it was released ({{count}} releases)", { count: revision.releases.length })}
          </MenuItem>
          {revision.releases.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {t("Only in “{{name}}” ({{count}} goes)", { count: one.handedIn, name: one.name })}
            </MenuItem>
          ))}
        </TextField>
      )}
      {draft.ruling === "correct" && (
        <FormControlLabel
          control={
            <Checkbox
              checked={draft.mendsItem}
              onChange={(_, mendsItem) => {
                set({ mendsItem });
              }}
            />
          }
          label={t("Put the new key into the item too, so that the next class gets it right")}
        />
      )}
    </Stack>
  );
}

function keyInWords(content: Content): string {
  const kind = kindOf(content);
  const right = kind.rightAnswer(content);
  const lines = kind.summarise(content, right ? [right] : []).filter((line) => line.count > 0);
  return lines.map((line) => line.text).join(", ") || t("none");
}
