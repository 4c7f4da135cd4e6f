/** Standards: the students as beads along a scale, with the secure line; how sure we are stands in words. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { onlyHeard } from "../ui/onlyHeard.ts";
import type { Results, StandardResult } from "@verdant/contract/insight";
import { masteryOrder, masteryTones, masteryWords, rightOf, type MasteryWord } from "../ui/masteryInWords.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { t } from "../platform/words.ts";
import { useShowStandardsOfReleaseQuery } from "./api.ts";

export function StandardsPanel({ results }: { results: Results }) {
  const { data, error, isLoading, refetch } = useShowStandardsOfReleaseQuery(
    { params: { releaseId: results.releaseId }, query: { classId: results.classId } },
    { refetchOnMountOrArgChange: true },
  );
  if (isLoading) return <Loading what={t("standards")} />;
  if (!data) return <Failed error={error} retry={() => void refetch()} />;
  if (data.standards.length === 0)
    return <Typography color="textSecondary">{t("The items of this quiz carry no standards.")}</Typography>;
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t(
          "From all first goes of {{className}} this school year, the latest answer to each item. “Secure” means that we are four-fifths sure; about one in five of them is not.",
          { className: results.className },
        )}
      </Typography>
      {data.standards.map((standard) => (
        <Row key={standard.standardId} standard={standard} />
      ))}
    </>
  );
}

function Row({ standard }: { standard: StandardResult }) {
  const counts = masteryOrder.flatMap((label) => {
    const number = standard.students.filter((student) => student.label === label).length;
    return number === 0 ? [] : [t("{{number}} {{word}}", { number, word: masteryWords[label] })];
  });
  return (
    <Paper
      sx={{ px: 2, py: 1.25, mb: 1 }}
      component="article"
      aria-label={t("Standard {{code}}", { code: standard.code })}
    >
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline" }}>
        <Typography sx={{ fontWeight: 700 }}>{standard.code}</Typography>
        <Typography variant="body2" sx={{ flex: 1 }}>
          {standard.statement}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {counts.join(", ")}
        </Typography>
      </Box>
      <Scale standard={standard} />
      <Box
        component="details"
        sx={{ mt: 0.5, fontSize: 13, "& summary": { cursor: "pointer", color: "primary.main" } }}
      >
        <summary>{t("Who is where")}</summary>
        {masteryOrder.map((label) => {
          const own = standard.students.filter((student) => student.label === label);
          return own.length === 0 ? null : (
            <Typography key={label} variant="body2">
              <strong>{masteryWords[label]}</strong>:{" "}
              {own.map((student) => `${student.name} ${rightOf(student)}`).join("; ")}
            </Typography>
          );
        })}
      </Box>
    </Paper>
  );
}

type Student = StandardResult["students"][number];

const bins = 40;
/** Beads that lie on one another higher than this would leave the page: a bar with their number stands for them. */
const highest = 24;

/** Every student as a bead where they stand, none over another. */
function Scale({ standard }: { standard: StandardResult }) {
  const stacks = Array.from({ length: bins }, (): Student[] => []);
  for (const student of standard.students.filter((one) => one.given > 0))
    stacks[Math.min(bins - 1, Math.floor(student.mean * bins))]?.push(student);
  const most = Math.max(1, ...stacks.map((stack) => stack.length));
  const isBars = most > highest;
  const size = most > 14 ? 6 : most > 7 ? 8 : 11;
  const height = isBars ? 90 : most * size;
  return (
    <Box sx={{ position: "relative", pt: 2.5, mt: 0.5 }}>
      <Box
        sx={{
          position: "absolute",
          left: `${standard.secureLine * 100}%`,
          top: 0,
          bottom: 0,
          borderLeft: "2px dashed",
          borderColor: "warning.main",
        }}
      >
        <Typography
          variant="caption"
          color="textSecondary"
          sx={{
            position: "absolute",
            top: 0,
            whiteSpace: "nowrap",
            ...(standard.secureLine > 0.6 ? { right: 6 } : { left: 6 }),
          }}
        >
          {t("secure line {{secureLine}}%", { secureLine: Math.round(standard.secureLine * 100) })}
        </Typography>
      </Box>
      <Box
        component="ul"
        aria-label={t("Students on {{code}}, from least to most secure", { code: standard.code })}
        sx={{
          position: "relative",
          display: "grid",
          gridTemplateColumns: `repeat(${bins}, minmax(0, 1fr))`,
          alignItems: "end",
          height,
          m: 0,
          p: 0,
          listStyle: "none",
          borderBottom: 2,
          borderColor: "divider",
        }}
      >
        {stacks.map((stack, i) => (
          <Box component="li" key={i} sx={{ display: "grid", justifyItems: "center", fontSize: 10, lineHeight: 1.1 }}>
            {isBars && stack.length > 0 && (
              <>
                <span aria-hidden>{stack.length}</span>
                <Box
                  sx={{
                    width: 0.8,
                    minWidth: 5,
                    height: (70 * stack.length) / most,
                    bgcolor: masteryTones[labelOf(stack)],
                  }}
                />
              </>
            )}
            {!isBars &&
              stack.map((student) => (
                <Box
                  key={student.studentId}
                  title={`${student.name}: ${rightOf(student)}, ${masteryWords[student.label]}`}
                  sx={{
                    width: size,
                    height: size,
                    borderRadius: "50%",
                    bgcolor: masteryTones[student.label],
                    border: 1,
                    borderColor: "background.paper",
                  }}
                />
              ))}
            <Box component="span" sx={onlyHeard}>
              {stack
                .map((student) => `${student.name}: ${rightOf(student)}, ${masteryWords[student.label]}`)
                .join("; ")}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** The label that most of them have. */
const labelOf = (stack: readonly Student[]) =>
  masteryOrder.reduce<MasteryWord>((best, label) => {
    const count = (one: string) => stack.filter((student) => student.label === one).length;
    return count(label) > count(best) ? label : best;
  }, masteryOrder[0]);
