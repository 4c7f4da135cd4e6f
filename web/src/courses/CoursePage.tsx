/** A course: its units in order, and the topics each of them lists. */
import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Course } from "@verdant/contract/courses";
import { ArrowDown, ArrowUp, Plus, Trash2 } from "lucide-react";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import { Bead } from "../ui/Bead.tsx";
import { moved } from "@verdant/core/moved";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useListCoursesQuery, useSetCourseMutation } from "./api.ts";
import { SchemeDialog } from "./SchemeDialog.tsx";
import { SharedTopics } from "./SharedTopics.tsx";
import { t } from "../platform/words.ts";

/** /courses/new gets an id at once; the course is there once it is kept. */
export function CoursePage() {
  const { courseId = "" } = useParams();
  const navigate = useNavigate();
  const { data, error, refetch } = useListCoursesQuery();
  const [round, setRound] = useState(0);
  useEffect(() => {
    if (courseId === "new") void navigate(`/courses/${crypto.randomUUID()}`, { replace: true });
  }, [courseId, navigate]);
  if (error) return <Failed error={error} />;
  if (!data || courseId === "new") return <Loading what={t("the course")} />;
  const known = data.courses.find((course) => course.id === courseId);
  const others = data.courses.filter((course) => course.id !== courseId);
  const course = known ?? { id: courseId, name: "", units: [] };
  return (
    <CourseForm
      key={`${courseId}${round}`}
      course={course}
      others={others}
      isNew={!known}
      again={() =>
        void refetch().then(() => {
          setRound(round + 1);
        })
      }
    />
  );
}

interface UnitDraft {
  readonly id?: string;
  readonly key: string;
  readonly name: string;
  readonly letter: string;
  readonly hue: number;
  readonly topicIds: readonly string[];
}

function CourseForm(props: {
  course: Course;
  others: readonly Course[];
  isNew: boolean;
  /** Begins again from the course as it is kept. */
  again: () => void;
}) {
  const { course, others, isNew, again } = props;
  const [isPasting, setPasting] = useState(false);
  const { topics = [] } = useListTopicsQuery().data ?? {};
  const [name, setName] = useState(course.name);
  const [units, setUnits] = useState<readonly UnitDraft[]>(() =>
    course.units.map(({ topics: listed, ...unit }) => ({
      ...unit,
      key: unit.id,
      topicIds: listed.map((one) => one.id),
    })),
  );
  const [keep, { isLoading, error }] = useSetCourseMutation();
  const navigate = useNavigate();
  const say = useToast();
  const set = (index: number, change: Partial<UnitDraft>) => {
    setUnits(units.map((unit, i) => (i === index ? { ...unit, ...change } : unit)));
  };
  const submit = async () => {
    const { data } = await keep({
      params: { courseId: course.id },
      body: {
        name,
        units: units.map(({ id, name: unitName, letter, hue, topicIds }) => ({
          ...(id !== undefined && { id }),
          name: unitName,
          letter,
          hue,
          topicIds: [...topicIds],
        })),
      },
    });
    if (!data) return;
    say({ text: t("{{name}} is saved.", { name: data.name }) });
    await navigate("/team");
  };
  return (
    <Page
      title={isNew ? t("New course") : course.name}
      actions={
        <>
          {!isNew && (
            <Button
              variant="outlined"
              onClick={() => {
                setPasting(true);
              }}
            >
              {t("Paste a scheme of work")}
            </Button>
          )}
          <Button variant="contained" loading={isLoading} disabled={name.trim() === ""} onClick={() => void submit()}>
            {t("Save the course")}
          </Button>
        </>
      }
    >
      <Stack spacing={2} sx={{ maxWidth: 980 }}>
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <TextField
          label={t("Name of the course")}
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
          sx={{ maxWidth: 420 }}
        />
        {units.map((unit, i) => (
          <Paper
            key={unit.key}
            role="group"
            aria-label={t("Unit {{i}}", { i: i + 1 })}
            sx={{ p: 1.5, display: "flex", flexWrap: { xs: "wrap", md: "nowrap" }, gap: 1.5, alignItems: "center" }}
          >
            <Bead mark={unit.letter || "–"} hue={unit.hue} />
            <TextField
              size="small"
              label={t("Unit")}
              value={unit.name}
              onChange={(event) => {
                const next = event.target.value;
                set(i, {
                  name: next,
                  ...(unit.letter === "" && next !== "" && { letter: next[0]?.toUpperCase() ?? "" }),
                });
              }}
              sx={{ width: 190 }}
            />
            <TextField
              size="small"
              label={t("Letter")}
              value={unit.letter}
              onChange={(event) => {
                set(i, { letter: event.target.value.slice(-1).toUpperCase() });
              }}
              sx={{ width: 74 }}
            />
            <Autocomplete
              multiple
              size="small"
              options={topics}
              value={unit.topicIds.flatMap((id) => topics.find((topic) => topic.id === id) ?? [])}
              getOptionLabel={(topic) => topic.name}
              isOptionEqualToValue={(a, b) => a.id === b.id}
              getOptionDisabled={(topic) => units.some((other, j) => j !== i && other.topicIds.includes(topic.id))}
              onChange={(_, chosen) => {
                set(i, { topicIds: chosen.map((topic) => topic.id) });
              }}
              renderInput={(params) => <TextField {...params} label={t("Topics, in the order they are taught")} />}
              sx={{ flex: { xs: "1 1 100%", md: 1 }, minWidth: 0 }}
            />
            <IconButton
              size="small"
              aria-label={t("Move unit {{i}} up", { i: i + 1 })}
              disabled={i === 0}
              onClick={() => {
                setUnits(moved(units, i, i - 1));
              }}
            >
              <ArrowUp size={15} />
            </IconButton>
            <IconButton
              size="small"
              aria-label={t("Move unit {{i}} down", { i: i + 1 })}
              disabled={i === units.length - 1}
              onClick={() => {
                setUnits(moved(units, i, i + 1));
              }}
            >
              <ArrowDown size={15} />
            </IconButton>
            <IconButton
              size="small"
              aria-label={t("Remove unit {{i}}", { i: i + 1 })}
              onClick={() => {
                setUnits(units.filter((_, j) => j !== i));
              }}
            >
              <Trash2 size={15} />
            </IconButton>
          </Paper>
        ))}
        <Box>
          <Button
            startIcon={<Plus size={16} />}
            onClick={() => {
              setUnits([
                ...units,
                { key: crypto.randomUUID(), name: "", letter: "", hue: units.length % 10, topicIds: [] },
              ]);
            }}
          >
            {t("Add a unit")}
          </Button>
        </Box>
        {others.length > 0 && !isNew && (
          <SharedTopics topicIds={units.flatMap((unit) => unit.topicIds)} others={others} topics={topics} />
        )}
      </Stack>
      {isPasting && (
        <SchemeDialog
          courseId={course.id}
          close={() => {
            setPasting(false);
          }}
          taken={again}
        />
      )}
    </Page>
  );
}
