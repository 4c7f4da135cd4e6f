/** From a pattern or list to timed practice: so many of its questions, drawn anew for each student and go. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { limits } from "@verdant/contract/wire";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useCreateQuizMutation, useSetLayoutMutation } from "../assembly/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useListClassesQuery } from "../courses/api.ts";
import { useToast } from "../ui/Toasts.tsx";

/** More than most answer in three minutes. */
const usual = 25;

export function PractisePanel({ name, itemIds }: { name: string; itemIds: readonly string[] }) {
  const most = Math.min(limits.quizItems, itemIds.length);
  const [take, setTake] = useState(Math.min(usual, most));
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data } = useListClassesQuery();
  const [createQuiz, { isLoading }] = useCreateQuizMutation();
  const [setLayout, { isLoading: isSetting }] = useSetLayoutMutation();
  const navigate = useNavigate();
  const say = useToast();
  const make = async (classId: string) => {
    setAnchor(null);
    const made = await createQuiz({ body: { classId, itemIds: [], name } });
    if (made.error) {
      say({ text: problemOf(made.error).detail, isError: true });
      return;
    }
    const draw = { type: "draw" as const, itemIds: itemIds.slice(0, 200), take, points: 1 };
    const parts = [{ heading: null, instruction: null, places: [draw] }];
    const set = await setLayout({ params: { quizId: made.data.id }, body: { version: made.data.version, parts } });
    if (set.error) say({ text: problemOf(set.error).detail, isError: true });
    else await navigate(`/quizzes/${made.data.id}/release?as=sprint`);
  };
  if (most < 2) return null;
  const isWhole = Number.isInteger(take) && take >= 1 && take <= most;
  return (
    <Paper component="section" aria-labelledby="practise-heading" sx={{ p: 2 }}>
      <Typography variant="h2" id="practise-heading" sx={{ mb: 0.5 }}>
        {t("Practise against the clock")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {t("Each student gets other questions of these in each go. You see how many are right in a minute, go by go.")}
      </Typography>
      <TextField
        type="number"
        size="small"
        label={t("Questions, of {{number}}", { number: itemIds.length })}
        value={Number.isNaN(take) ? "" : take}
        error={!isWhole}
        helperText={isWhole ? " " : t("From 1 to {{most}}", { most })}
        slotProps={{ htmlInput: { min: 1, max: most } }}
        onChange={(event) => {
          setTake(event.target.value === "" ? Number.NaN : Number(event.target.value));
        }}
        sx={{ width: 150, mr: 1.5 }}
      />
      <Button
        variant="outlined"
        disabled={!isWhole || (data?.classes.length ?? 0) === 0}
        loading={isLoading || isSetting}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("Give them to a class")}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
      >
        {data?.classes.map((one) => (
          <MenuItem key={one.id} onClick={() => void make(one.id)}>
            {t("for {{className}}", { className: one.name })}
          </MenuItem>
        ))}
      </Menu>
    </Paper>
  );
}
