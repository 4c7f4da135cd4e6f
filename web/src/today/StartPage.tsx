/** From pasted questions to a release in one page: a topic, a class with its students, the items, a quiz. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
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
import { counted } from "../ui/dates.ts";
import { NamesLeft } from "../ui/NamesLeft.tsx";
import { Page } from "../ui/Page.tsx";

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
  const [text, setText] = useState("");
  const [topic, setTopic] = useState("First questions");
  const [className, setClassName] = useState("");
  const [names, setNames] = useState("");
  const read = useMemo(() => readPastedItems(text, () => crypto.randomUUID().slice(0, 8)), [text]);
  const { names: understood, left } = readNames(names);
  const students = understood.length;
  const { give, isGiving, problem } = useGive();
  return (
    <Page
      title="Paste questions and give them"
      about="Plain text from notes; nothing is kept until you give them"
      actions={
        <Button
          variant="contained"
          disabled={isGiving || read.items.length === 0 || className.trim() === ""}
          onClick={() => void give({ topic, className, names, contents: read.items.map((item) => item.content) })}
        >
          Give {counted(read.items.length, "question")} to {className.trim() || "the class"}
        </Button>
      }
    >
      {problem && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem}
        </Alert>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "1.2fr 1fr", gap: 2.5, alignItems: "start" }}>
        <Stack spacing={2}>
          <TextField
            label="Questions"
            multiline
            minRows={14}
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
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 2 }}>
            <TextField
              label="Topic"
              value={topic}
              onChange={(event) => {
                setTopic(event.target.value);
              }}
            />
            <TextField
              label="Class"
              placeholder="8B"
              required
              value={className}
              onChange={(event) => {
                setClassName(event.target.value);
              }}
            />
          </Box>
          <TextField
            label={`Students, one a line${students > 0 ? ` (${students})` : ""}`}
            multiline
            minRows={3}
            value={names}
            onChange={(event) => {
              setNames(event.target.value);
            }}
          />
          <NamesLeft left={left} />
        </Stack>
        <Box component="section" aria-label="What was understood" aria-live="polite">
          {read.findings.map((finding) => (
            <Alert key={`${finding.line} ${finding.text}`} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
              Line {finding.line}: {finding.text}
            </Alert>
          ))}
          {read.items.length === 0 && read.findings.length === 0 && (
            <Typography color="textSecondary">
              Number the questions, letter the options, put a * before the right one. Without options write “Answer: …”;
              “Why: …” gives the reason. The questions show here as you paste them.
            </Typography>
          )}
          {read.items.map(({ content, line }) => (
            <Paper key={`${line} ${content.kind}`} sx={{ p: 1.5, mb: 1 }}>
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

interface Given {
  readonly topic: string;
  readonly className: string;
  readonly names: string;
  readonly contents: readonly Content[];
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
  const steps = async ({ topic, className, names, contents }: Given) => {
    const { id: topicId } = await addTopic({
      body: { parentId: null, name: topic.trim() || "First questions" },
    }).unwrap();
    const { itemIds } = await addItems({
      body: { items: contents.map((content) => ({ content, topicId, standardIds: [] })) },
    }).unwrap();
    const name = topic.trim() || "First questions";
    const course = await setCourse({
      params: { courseId: crypto.randomUUID() },
      body: {
        name: "Our course",
        units: [{ name, letter: name[0]?.toUpperCase() ?? "A", hue: 0, topicIds: [topicId] }],
      },
    }).unwrap();
    const one = await createClass({ body: { name: className.trim(), courseId: course.id } }).unwrap();
    if (readNames(names).names.length > 0) await enrol({ params: { classId: one.id }, body: { names } }).unwrap();
    return createQuiz({ body: { classId: one.id, itemIds, name } }).unwrap();
  };
  const give = async (given: Given) => {
    setGiving(true);
    setProblem(null);
    try {
      const quiz = await steps(given);
      await navigate(`/quizzes/${quiz.id}/release`);
    } catch (error) {
      setProblem(problemOf(error).detail);
    } finally {
      setGiving(false);
    }
  };
  return { give, isGiving, problem };
}
