/** From pasted questions to a release in one page: a topic, a class with its students, the items, a quiz. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { readNames } from "@verdant/core/courses/names";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useCreateQuizMutation } from "../assembly/api.ts";
import { useAddItemsMutation } from "../bank/api.ts";
import { useCreateClassMutation, useEnrolStudentsMutation, useSetCourseMutation } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { Player } from "../player/Player.tsx";
import { useAddTopicMutation } from "../standards/api.ts";
import { NamesLeft } from "../ui/NamesLeft.tsx";
import { Page } from "../ui/Page.tsx";
import { arrivalNoteInWords } from "../ui/arrivalNoteInWords.ts";
import { t } from "../platform/words.ts";

const example = `1. Which process widens a meander?
a) Deposition
*b) Erosion
c) Evaporation
Why: the outer bank is worn away

2. What is left standing when an arch falls?
Answer: stack / a stack

3. How far is 4 cm on a map at 1 : 25 000?
Answer: 1 km`;

export function StartPage() {
  const [text, setText] = useKept("text", "");
  const [topic, setTopic] = useKept("topic", t("First questions"));
  const [className, setClassName] = useKept("class", "");
  const [names, setNames] = useKept("names", "");
  /** Questions that go into the bank only, by their place in the text. */
  const [notGiven, setNotGiven] = useState<ReadonlySet<number>>(new Set());
  const read = useMemo(() => readPastedItems(text, () => crypto.randomUUID().slice(0, 8)), [text]);
  const { names: understood, left } = readNames(names);
  const students = understood.length;
  const { give, isGiving, problem } = useGive();
  const isGiven = read.items.map((_, i) => !notGiven.has(i));
  const given = isGiven.filter(Boolean).length;
  return (
    <Page
      title={t("Paste questions and release them")}
      about={t("Plain text from notes; the bank gets nothing until you release them")}
    >
      {problem && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem}
        </Alert>
      )}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void give({ topic, className, names, contents: read.items.map((item) => item.content), isGiven });
        }}
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.2fr) minmax(0, 1fr)" },
          gap: 2.5,
          alignItems: "start",
        }}
      >
        <Stack spacing={2}>
          <TextField
            label={t("Questions")}
            multiline
            minRows={10}
            maxRows={20}
            value={text}
            placeholder={example}
            onChange={(event) => {
              setText(event.target.value);
            }}
            slotProps={{
              htmlInput: { style: { fontFamily: "monospace", fontSize: 14 } },
              inputLabel: { shrink: true },
            }}
          />
          <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr" }, gap: 2 }}>
            <TextField
              label={t("Topic")}
              value={topic}
              onChange={(event) => {
                setTopic(event.target.value);
              }}
            />
            <TextField
              label={t("Class")}
              placeholder="8B"
              required
              value={className}
              onChange={(event) => {
                setClassName(event.target.value);
              }}
            />
          </Box>
          <TextField
            label={t("Students, one a line{{students}}", { students: students > 0 ? ` (${students})` : "" })}
            multiline
            minRows={3}
            maxRows={6}
            value={names}
            onChange={(event) => {
              setNames(event.target.value);
            }}
          />
          <NamesLeft left={left} />
          <Box
            sx={{
              ...{ position: "sticky", bottom: 0, bgcolor: "background.default", py: 1.5, zIndex: 1 },
              ...{ display: "flex", alignItems: "center", gap: 2, flexWrap: "wrap" },
            }}
          >
            <Button
              type="submit"
              variant="contained"
              size="large"
              disabled={isGiving || given === 0 || className.trim() === ""}
            >
              {t("Release {{count}} questions to {{className}}", {
                count: given,
                className: className.trim() || t("the class"),
              })}
            </Button>
            {given < read.items.length && (
              <Typography variant="body2" color="textSecondary">
                {t("{{count}} more go into the bank only.", { count: read.items.length - given })}
              </Typography>
            )}
          </Box>
        </Stack>
        <Box component="section" aria-label={t("What was understood")} aria-live="polite">
          {read.findings.map((finding) => (
            <Alert key={`${finding.line} ${finding.code}`} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
              {t("Line {{line}}: {{text}}", { line: finding.line, text: arrivalNoteInWords(finding) })}
            </Alert>
          ))}
          {read.items.length === 0 && read.findings.length === 0 && (
            <Typography color="textSecondary">
              {t(
                "Number the questions, letter the options, put a * before the right one. Without options write “Answer: …”; “Why: …” gives the reason. The questions show here as you paste them.",
              )}
            </Typography>
          )}
          {read.items.map(({ content, line }, i) => (
            <Paper key={`${line} ${content.kind}`} sx={{ p: 1.5, mb: 1 }}>
              <FormControlLabel
                control={<Checkbox size="small" />}
                label={t("Release question {{i}}", { i: i + 1 })}
                checked={isGiven[i] === true}
                onChange={() => {
                  const next = new Set(notGiven);
                  if (!next.delete(i)) next.add(i);
                  setNotGiven(next);
                }}
              />
              <Player
                view={kindOf(content).toStudentView(content, kindOf(content).arrange(content, null))}
                answer={kindOf(content).rightAnswer(content)}
                name={`pasted ${line}`}
                verdict={{ content, credit: null }}
              />
            </Paper>
          ))}
        </Box>
      </Box>
    </Page>
  );
}

/** A field that outlives a reload, not the closing of the window. */
function useKept(name: string, first: string) {
  const key = `verdant.start.${name}`;
  const [value, setValue] = useState(() => sessionStorage.getItem(key) ?? first);
  const set = (next: string) => {
    sessionStorage.setItem(key, next);
    setValue(next);
  };
  return [value, set] as const;
}

const forget = () => {
  for (const key of Object.keys(sessionStorage)) if (key.startsWith("verdant.start.")) sessionStorage.removeItem(key);
};

interface Given {
  readonly topic: string;
  readonly className: string;
  readonly names: string;
  readonly contents: readonly Content[];
  /** Of each of them, whether it is given to the class; all go into the bank. */
  readonly isGiven: readonly boolean[];
}

/** Each step is whole by itself; where one fails, what is there already can be gone on with. */
function useGive() {
  const [addTopic] = useAddTopicMutation();
  const [setCourse] = useSetCourseMutation();
  const [createClass] = useCreateClassMutation();
  const [enrol] = useEnrolStudentsMutation();
  const [addItems] = useAddItemsMutation();
  const [createQuiz] = useCreateQuizMutation();
  const [isGiving, setGiving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const steps = async ({ topic, className, names, contents, isGiven }: Given) => {
    const { id: topicId } = await addTopic({
      body: { parentId: null, name: topic.trim() || t("First questions") },
    }).unwrap();
    const { itemIds } = await addItems({
      body: { items: contents.map((content) => ({ content, topicId, standardIds: [] })) },
    }).unwrap();
    const name = topic.trim() || t("First questions");
    const course = await setCourse({
      params: { courseId: crypto.randomUUID() },
      body: {
        name: t("Our course"),
        units: [{ name, letter: name[0]?.toUpperCase() ?? "A", hue: 0, topicIds: [topicId] }],
      },
    }).unwrap();
    const one = await createClass({ body: { name: className.trim(), courseId: course.id } }).unwrap();
    if (readNames(names).names.length > 0) await enrol({ params: { classId: one.id }, body: { names } }).unwrap();
    return createQuiz({
      body: { classId: one.id, itemIds: itemIds.filter((_, i) => isGiven[i] === true), name },
    }).unwrap();
  };
  const give = async (given: Given) => {
    setGiving(true);
    setProblem(null);
    try {
      const quiz = await steps(given);
      forget();
      await navigate(`/quizzes/${quiz.id}/release`);
    } catch (error) {
      setProblem(problemOf(error).detail);
    } finally {
      setGiving(false);
    }
  };
  return { give, isGiving, problem };
}
