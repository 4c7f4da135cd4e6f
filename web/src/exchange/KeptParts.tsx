/** Parts of packages that cannot be used here and are kept as they came. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { KeptPart } from "@verdant/contract/packages";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";
import { MenuButton } from "../ui/MenuButton.tsx";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { sizeInWords } from "../ui/sizeInWords.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useDropKeptMutation, useListKeptQuery, useMakeQuizOfKeptMutation } from "./api.ts";
import { noteInWords } from "./noteInWords.ts";

export function KeptParts() {
  const { data } = useListKeptQuery(undefined, { refetchOnMountOrArgChange: true });
  if (!data || data.kept.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="kept-heading" sx={{ mt: 3 }}>
      <Typography variant="h2" id="kept-heading">
        {t("Kept as they came")}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {t(
          "Quizzes, of which you make one here for any class, and what no kind of item here fits. Every package of all items holds them again, unchanged.",
        )}
      </Typography>
      <Paper component="ul" aria-labelledby="kept-heading" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {data.kept.map((part) => (
          <Kept key={part.id} part={part} />
        ))}
      </Paper>
      <OnlyFirst
        isMore={data.total > data.kept.length}
        text={t("Only the newest {{shown}} of {{total}} are listed.", { shown: data.kept.length, total: data.total })}
      />
    </Box>
  );
}

function Kept({ part }: { part: KeptPart }) {
  const { id, title, identifier, words, notes, bytes, cameAt, questions } = part;
  const [isSure, setSure] = useState(false);
  const [drop, { isLoading }] = useDropKeptMutation();
  const say = useToast();
  const name = title === "" ? identifier : title;
  const remove = async () => {
    const { error } = await drop({ params: { keptId: id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: t("“{{name}}” is removed.", { name }) });
  };
  return (
    <Box
      component="li"
      sx={{
        ...{ px: 2, py: 1.25, borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } },
        ...{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" },
      }}
    >
      <Box sx={{ flex: "1 1 260px", minWidth: 0, overflowWrap: "anywhere" }}>
        <Typography>
          <strong>{name}</strong>
        </Typography>
        {notes.map((note) => (
          <Typography key={note.code}>{noteInWords(note)}</Typography>
        ))}
        {words !== "" && (
          <Typography variant="body2" color="textSecondary">
            {words.length > 160 ? `${words.slice(0, 160)}…` : words}
          </Typography>
        )}
        <Typography variant="body2" color="textSecondary">
          {questions !== null && `${t("{{count}} questions", { count: questions })} · `}
          {sizeInWords(bytes)} · {moment(cameAt)}
        </Typography>
      </Box>
      {questions !== null && !isSure && <MakeQuiz keptId={id} name={name} />}
      {isSure ? (
        <>
          <Typography variant="body2">{t("Gone for good: its file stays with whoever sent it.")}</Typography>
          <Button size="small" color="error" loading={isLoading} onClick={() => void remove()}>
            {t("Remove for good")}
          </Button>
          <Button
            size="small"
            onClick={() => {
              setSure(false);
            }}
          >
            {t("Keep it")}
          </Button>
        </>
      ) : (
        <Button
          size="small"
          aria-label={t("Remove {{name}}…", { name })}
          onClick={() => {
            setSure(true);
          }}
        >
          {t("Remove…")}
        </Button>
      )}
    </Box>
  );
}

function MakeQuiz({ keptId, name }: { keptId: string; name: string }) {
  const { data } = useListClassesQuery();
  const [make, { isLoading }] = useMakeQuizOfKeptMutation();
  const navigate = useNavigate();
  const say = useToast();
  const begin = async (classId: string) => {
    const made = await make({ params: { keptId }, body: { classId } });
    if (made.error) {
      say({ text: problemOf(made.error).detail, isError: true });
      return;
    }
    if (made.data.left > 0)
      say({
        text: t("{{count}} of its items are not in the bank any more, or are retired; they are not in the quiz.", {
          count: made.data.left,
        }),
      });
    await navigate(`/quizzes/${made.data.quizId}`);
  };
  const classes = data?.classes ?? [];
  if (data && classes.length === 0)
    return <Typography variant="body2">{t("Make a class first, then a quiz of this.")}</Typography>;
  return (
    <MenuButton label={t("Make a quiz")} name={t("Make a quiz of “{{name}}”", { name })} isBusy={isLoading || !data}>
      {classes.map((one) => (
        <MenuItem key={one.id} onClick={() => void begin(one.id)}>
          {t("for {{className}}", { className: one.name })}
        </MenuItem>
      ))}
    </MenuButton>
  );
}
