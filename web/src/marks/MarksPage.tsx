/** The marks of a class: students by quizzes, what each weighs, who is excused; as a workbook, too. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import Typography from "@mui/material/Typography";
import type { MarkTable } from "@verdant/contract/marks";
import { countFrom } from "@verdant/core/marks/markTable";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useAddress } from "../platform/useAddress.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { Word } from "../ui/Word.tsx";
import { useShowMarksQuery } from "./api.ts";
import { MarkGrid } from "./MarkGrid.tsx";
import { saveMarkSheet } from "./markSheet.ts";
import { saveRosterResults } from "./rosterResults.ts";
import { StandardGrid } from "./StandardGrid.tsx";

export function MarksPage() {
  const { classId = "" } = useParams();
  const { data, error, refetch } = useShowMarksQuery({ params: { classId } }, { refetchOnMountOrArgChange: true });
  const say = useToast();
  const [search, change] = useAddress();
  const tab = search.get("see") === "standards" ? "standards" : "quizzes";
  const saveResults = (table: MarkTable) => {
    try {
      saveRosterResults(table);
      say({
        text: t(
          "Saved as results of the open roster standard (OneRoster 1.2). Students, class and quizzes stand in it by the ids that they have here.",
        ),
      });
    } catch {
      say({ text: t("The file could not be written. Try again."), isError: true });
    }
  };
  const save = (table: MarkTable) => {
    saveMarkSheet(table).catch(() => {
      say({ text: t("The workbook could not be written. Try again."), isError: true });
    });
  };
  return (
    <Page
      title={data ? t("Marks of {{className}}", { className: data.className }) : t("Marks")}
      actions={
        <>
          <Button component={Link} to={`/classes/${classId}`} variant="outlined">
            {t("Class")}
          </Button>
          {data && data.releases.length > 0 && (
            <Button
              variant="outlined"
              onClick={() => {
                saveResults(data);
              }}
            >
              {t("Save as roster results")}
            </Button>
          )}
          {data && data.releases.length > 0 && (
            <Button
              variant="contained"
              onClick={() => {
                save(data);
              }}
            >
              {t("Save as a workbook")}
            </Button>
          )}
        </>
      }
    >
      <Tabs
        value={tab}
        onChange={(_, name: string) => {
          change((next) => {
            if (name === "standards") next.set("see", name);
            else next.delete("see");
          });
        }}
        aria-label={t("What to look at")}
        sx={{ mb: 2 }}
      >
        <Tab value="quizzes" label={t("Quizzes")} id="tab-quizzes" aria-controls="marks-panel" />
        <Tab value="standards" label={t("Standards")} id="tab-standards" aria-controls="marks-panel" />
      </Tabs>
      <div role="tabpanel" id="marks-panel" aria-labelledby={`tab-${tab}`}>
        {tab === "standards" ? (
          <StandardGrid classId={classId} />
        ) : (
          <>
            {error && <Failed error={error} retry={() => void refetch()} />}
            {!data && !error && <Loading what={t("the marks")} />}
            {data && <Marks table={data} />}
          </>
        )}
      </div>
    </Page>
  );
}

function Marks({ table }: { table: MarkTable }) {
  const weighs = table.releases.some(({ weight }) => weight > 0);
  const [onlyCounting, setOnlyCounting] = useState(weighs);
  if (table.releases.length === 0)
    return <Empty>{t("Nothing was released to this class yet. Marks come with its first quiz.")}</Empty>;
  if (table.students.length === 0) return <Empty>{t("Nobody is in the class yet.")}</Empty>;
  const shown = table.releases.flatMap(({ weight }, at) => (weight > 0 || !onlyCounting ? at : []));
  return (
    <Stack spacing={2}>
      {table.more > 0 && (
        <Alert severity="info">
          {t("The table has the newest {{shown}} quizzes. {{count}} older ones are not in it, nor in the means.", {
            shown: table.releases.length,
            count: table.more,
          })}
        </Alert>
      )}
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 3, rowGap: 1 }}>
        <FormControlLabel
          control={
            <Checkbox
              checked={onlyCounting}
              onChange={(_, isOn) => {
                setOnlyCounting(isOn);
              }}
            />
          }
          label={t("Only quizzes that count")}
        />
        <Line kept={table.line} shares={table.students.map(({ share }) => share)} />
      </Box>
      {shown.length === 0 ? (
        <Empty>{t("No quiz counts yet. Show all, and say what each of them weighs.")}</Empty>
      ) : (
        <MarkGrid table={table} shown={shown} />
      )}
      <Typography variant="body2" color="textSecondary">
        {t(
          "The mean is by weight, over the quizzes that a student has a mark in: absent and excused are not zero. Checks and tests weigh 1 until you say otherwise, all else 0.",
        )}
      </Typography>
    </Stack>
  );
}

const lines = [40, 50, 60, 70, 80, 90];
const lineWordsWith = (own: number) =>
  [...new Set([...lines, own])]
    .sort((a, b) => a - b)
    .map((percent) => [String(percent), t("{{percent}}%", { percent })] as const);

/** How many reach a line, at first the one that is kept for the course or the department, and what the lines beside it would change. */
export function Line({ kept, shares }: { kept: number; shares: readonly (number | null)[] }) {
  const [line, setLine] = useState(Math.round(kept * 100));
  const known = shares.filter((share) => share !== null);
  if (known.length === 0) return null;
  const beside = [line - 10, line + 10].filter((one) => one > 0 && one <= 100);
  return (
    <Typography variant="body2">
      {t("At a line of")}{" "}
      <Word
        label={t("Line")}
        value={String(line)}
        choices={lineWordsWith(line)}
        onChange={(next) => {
          setLine(Number(next));
        }}
      />
      {t(", {{reach}} of {{known}} with a mean reach it", { reach: countFrom(line, known), known: known.length })}
      {line === Math.round(kept * 100) && t(" (the line kept for the course or the department)")}
      {beside.map((one) => `; ${t("at {{percent}}%: {{reach}}", { percent: one, reach: countFrom(one, known) })}`)}.
    </Typography>
  );
}
