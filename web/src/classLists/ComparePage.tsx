/** Class lists beside the department's classes: what becomes of each, and what that would change. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Comparison, Taking } from "@verdant/contract/classLists";
import { foldedText } from "@verdant/core/foldedText";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { shortDate } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { inAList, t } from "../platform/words.ts";
import { useCompareClassListsQuery, useTakeClassListsMutation } from "./api.ts";
import { leaverOf } from "./leaverOf.ts";
import { ListedClass } from "./ListedClass.tsx";
import { listNoteInWords, sumInWords, takenInWords } from "./listsInWords.ts";

export function ComparePage() {
  const { errandId = "" } = useParams();
  const [chosen, setChosen] = useState<Readonly<Record<string, Taking>>>({});
  const [same, setSame] = useState<Readonly<Record<string, string>>>({});
  const [leaving, setLeaving] = useState<ReadonlySet<string>>(new Set());
  const body = {
    chosen: Object.entries(chosen).map(([sourcedId, taking]) => ({ sourcedId, taking })),
    same: Object.entries(same).map(([sourcedId, studentId]) => ({ sourcedId, studentId })),
  };
  const { data, error, isFetching, refetch } = useCompareClassListsQuery({ params: { errandId }, body });
  // The last comparison stays while another is made, and where a choice cannot be.
  const [last, setLast] = useState<Comparison | undefined>(undefined);
  if (data && data !== last && !error) setLast(data);
  const shown = data ?? last;
  return (
    <Page
      title={t("Compare class lists")}
      about={t("nothing changes before you import")}
      actions={
        <Button component={Link} to="/class-lists">
          {t("Back to class lists")}
        </Button>
      }
    >
      {error && !shown && <Failed error={error} retry={() => void refetch()} />}
      {error && shown && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      {!shown && !error && <Loading what={t("class lists")} />}
      {shown && (
        <>
          <Notes comparison={shown} />
          <Classes
            comparison={shown}
            leaving={leaving}
            onChoose={(sourcedId, taking) => {
              setChosen((before) => ({ ...before, [sourcedId]: taking }));
            }}
            onSame={(sourcedId, studentId) => {
              setSame(({ [sourcedId]: _, ...others }) =>
                studentId === null ? others : { ...others, [sourcedId]: studentId },
              );
            }}
            same={same}
            onLeave={(keys, leaves) => {
              setLeaving((before) => {
                const after = new Set(before);
                for (const key of keys) {
                  if (leaves) after.add(key);
                  else after.delete(key);
                }
                return after;
              });
            }}
          />
          <Import
            errandId={errandId}
            comparison={shown}
            body={body}
            leaving={leaving}
            isBusy={isFetching || error !== undefined}
            compareAgain={() => void refetch()}
          />
        </>
      )}
    </Page>
  );
}

function Notes({ comparison: { notes, years } }: { comparison: Comparison }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      {years.map(({ name, from, to, holidays }) => (
        <Alert key={name} severity="info" sx={{ mb: 2 }}>
          {t("The school year {{name}} is made, from {{from}} to {{to}}.", {
            ...{ name, from: shortDate(from), to: shortDate(to) },
          })}{" "}
          {holidays.length > 0 &&
            t("Its holidays, between the terms: {{spans}}.", {
              spans: inAList(
                holidays.map((one) => t("{{from}} to {{to}}", { from: shortDate(one.from), to: shortDate(one.to) })),
              ),
            })}
        </Alert>
      ))}
      {notes.length > 0 && (
        <Alert
          severity="info"
          sx={{ mb: 2 }}
          action={
            <Button
              color="inherit"
              size="small"
              aria-expanded={isOpen}
              onClick={() => {
                setOpen(!isOpen);
              }}
            >
              {isOpen ? t("Hide") : t("Show")}
            </Button>
          }
        >
          {t("{{count}} things to know about these lists", { count: notes.length })}
          {isOpen && (
            <Box component="ul" sx={{ m: 0, mt: 1, pl: 2.5, overflowWrap: "anywhere" }}>
              {notes.map((note) => (
                <li key={listNoteInWords(note)}>{listNoteInWords(note)}</li>
              ))}
            </Box>
          )}
        </Alert>
      )}
    </>
  );
}

const shownAtOnce = 60;

function Classes({
  comparison,
  leaving,
  same,
  onChoose,
  onSame,
  onLeave,
}: {
  comparison: Comparison;
  leaving: ReadonlySet<string>;
  same: Readonly<Record<string, string>>;
  onChoose: (sourcedId: string, taking: Taking) => void;
  onSame: (sourcedId: string, studentId: string | null) => void;
  onLeave: (keys: readonly string[], leaves: boolean) => void;
}) {
  const [text, setText] = useState("");
  const [onlyChosen, setOnlyChosen] = useState(false);
  const [most, setMost] = useState(shownAtOnce);
  const wanted = foldedText(text);
  const found = comparison.classes.filter(
    ({ name, course, teachers, taking }) =>
      (!onlyChosen || taking.as !== "leftOut") && foldedText([name, course, ...teachers].join(" ")).includes(wanted),
  );
  // What is chosen stands first: a school lists hundreds.
  const sorted = [
    ...found.filter(({ taking }) => taking.as !== "leftOut"),
    ...found.filter(({ taking }) => taking.as === "leftOut"),
  ];
  return (
    <section aria-labelledby="listed-heading">
      <Typography variant="h2" id="listed-heading" sx={{ mb: 1 }}>
        {t("{{count}} classes in the lists", { count: comparison.classes.length })}
      </Typography>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 1, mb: 1.5 }}>
        <TextField
          size="small"
          type="search"
          label={t("Find a class, course or teacher")}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
          sx={{ flex: "1 1 16rem", maxWidth: 420 }}
        />
        <FormControlLabel
          control={
            <Switch
              checked={onlyChosen}
              onChange={(event) => {
                setOnlyChosen(event.target.checked);
              }}
            />
          }
          label={t("Only those that are imported")}
        />
      </Box>
      {sorted.length === 0 && <Typography color="textSecondary">{t("No class is like that.")}</Typography>}
      <Paper
        component="ul"
        aria-labelledby="listed-heading"
        sx={{ m: 0, p: 0, listStyle: "none", "&:empty": { display: "none" } }}
      >
        {sorted.slice(0, most).map((one) => (
          <ListedClass
            key={one.sourcedId}
            listed={one}
            comparison={comparison}
            leaving={leaving}
            same={same}
            onChoose={(taking) => {
              onChoose(one.sourcedId, taking);
            }}
            onSame={onSame}
            onLeave={onLeave}
          />
        ))}
      </Paper>
      {sorted.length > most && (
        <Button
          sx={{ mt: 1 }}
          onClick={() => {
            setMost(most + shownAtOnce);
          }}
        >
          {t("Show more ({{n}} left)", { n: sorted.length - most })}
        </Button>
      )}
    </section>
  );
}

function Import({
  errandId,
  comparison,
  body,
  leaving,
  isBusy,
  compareAgain,
}: {
  errandId: string;
  comparison: Comparison;
  body: { chosen: { sourcedId: string; taking: Taking }[]; same: { sourcedId: string; studentId: string }[] };
  leaving: ReadonlySet<string>;
  isBusy: boolean;
  compareAgain: () => void;
}) {
  const [take, { isLoading }] = useTakeClassListsMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const say = useToast();
  const navigate = useNavigate();
  const taken = comparison.classes.filter(({ change }) => change !== null);
  // Of those who were ticked, whoever is still no longer listed.
  const gone = taken.map(({ sourcedId, change }) => ({
    sourcedId,
    studentIds: (change?.leaving ?? [])
      .map(({ studentId }) => studentId)
      .filter((studentId) => leaving.has(leaverOf(sourcedId, studentId))),
  }));
  const leave = gone.reduce((sum, { studentIds }) => sum + studentIds.length, 0);
  const begin = async () => {
    setTrouble(null);
    const { data, error } = await take({
      params: { errandId },
      body: { ...body, seen: comparison.seen, leaving: gone.filter(({ studentIds }) => studentIds.length > 0) },
    });
    if (error) {
      setTrouble(problemOf(error).detail);
      compareAgain();
      return;
    }
    if (data.taken) say({ text: takenInWords(data.taken) });
    await navigate("/class-lists");
  };
  return (
    <Paper
      component="section"
      aria-label={t("Import")}
      elevation={3}
      sx={{ position: "sticky", bottom: { xs: 64, md: 8 }, mt: 2, p: 1.5, zIndex: 2 }}
    >
      {trouble !== null && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {trouble}
        </Alert>
      )}
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 1 }}>
        <Typography role="status" sx={{ flex: "1 1 14rem" }}>
          {sumInWords(comparison, leave)}
        </Typography>
        <Button
          variant="contained"
          loading={isLoading || isBusy}
          disabled={taken.length === 0}
          onClick={() => void begin()}
        >
          {t("Import {{count}} class lists", { count: taken.length })}
        </Button>
      </Box>
    </Paper>
  );
}
