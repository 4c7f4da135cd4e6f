/** Students by standards: how sure we are of each, its line, and what another line would change. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { StandardResult } from "@verdant/contract/insight";
import { countSecure } from "@verdant/core/insight/mastery";
import { Link as RouterLink } from "react-router";
import { useShowClassStandardsQuery } from "../insight/api.ts";
import { t } from "../platform/words.ts";
import { masteryOrder, masteryTextTone, masteryTones, masteryWords, rightOf } from "../ui/masteryInWords.ts";
import { Empty, Failed, Loading } from "../ui/States.tsx";

export function StandardGrid({ classId }: { classId: string }) {
  const { data, error, refetch } = useShowClassStandardsQuery(
    { params: { classId } },
    { refetchOnMountOrArgChange: true },
  );
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what={t("the standards")} />;
  const [first] = data.standards;
  if (!first)
    return (
      <Empty>{t("No answers on a standard yet. They come with the first quiz whose items carry standards.")}</Empty>
    );
  return (
    <Stack spacing={2}>
      <Typography variant="body2" color="textSecondary">
        {t(
          "From all first goes this school year, the latest answer to each item. “Secure” means that we are four-fifths sure that the student would get the line’s share right; about one in five of them is not.",
        )}{" "}
        <Link component={RouterLink} to="/topics">
          {t("Lines are kept with the standards")}
        </Link>
        {t(": for the department, a course, or one standard.")}
      </Typography>
      <Paper sx={{ overflowX: "auto" }} component="section" tabIndex={0} aria-label={t("Standards")}>
        <Box
          component="table"
          sx={{
            ...{ borderCollapse: "collapse", fontSize: 13.5, minWidth: "100%" },
            "& th, & td": { p: 1, borderBottom: 1, borderColor: "divider", textAlign: "start", verticalAlign: "top" },
            "& th[scope=row], & thead th:first-of-type": {
              ...{ position: "sticky", left: 0, bgcolor: "background.paper", zIndex: 1 },
            },
          }}
        >
          <thead>
            <tr>
              <th scope="col">{t("Student")}</th>
              {data.standards.map((standard) => (
                <Head key={standard.standardId} standard={standard} />
              ))}
            </tr>
          </thead>
          <tbody>
            {first.students.map(({ studentId, name }, at) => (
              <tr key={studentId}>
                <Box component="th" scope="row" sx={{ fontWeight: 700, whiteSpace: { sm: "nowrap" } }}>
                  {name}
                </Box>
                {data.standards.map((standard) => {
                  const own = standard.students[at];
                  return (
                    <Box
                      key={standard.standardId}
                      component="td"
                      sx={{
                        whiteSpace: "nowrap",
                        ...(own && { "&&": { borderLeft: 3, borderLeftColor: masteryTones[own.label] } }),
                      }}
                    >
                      {own && (
                        <>
                          <Box component="span" sx={{ color: masteryTextTone(own.label), fontWeight: 700 }}>
                            {masteryWords[own.label]}
                          </Box>
                          {own.given > 0 && (
                            <Box component="span" sx={{ display: "block", color: "text.secondary" }}>
                              {rightOf(own)}
                            </Box>
                          )}
                        </>
                      )}
                    </Box>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </Box>
      </Paper>
    </Stack>
  );
}

function Head({ standard }: { standard: StandardResult }) {
  return (
    <Box component="th" scope="col" sx={{ minWidth: 150, maxWidth: 240, fontWeight: 400 }} title={standard.statement}>
      <strong>{standard.code}</strong>
      <Box
        sx={{
          ...{ color: "text.secondary", overflow: "hidden", display: "-webkit-box" },
          ...{ WebkitLineClamp: 2, WebkitBoxOrient: "vertical" },
        }}
      >
        {standard.statement}
      </Box>
      <Box sx={{ mt: 0.5 }}>{lineInWords(standard)}</Box>
    </Box>
  );
}

/** "Line 70%: 12 secure; at 60%: 15; at 80%: 9." */
export function lineInWords({ secureLine, students }: Pick<StandardResult, "secureLine" | "students">): string {
  const percent = Math.round(secureLine * 100);
  const beside = [percent - 10, percent + 10].filter((one) => one > 0 && one < 100);
  const counts = new Map(masteryOrder.map((label) => [label, students.filter((one) => one.label === label).length]));
  return [
    t("Line {{percent}}%: {{secure}} secure", { percent, secure: counts.get("secure") ?? 0 }),
    ...beside.map((one) =>
      t("at {{percent}}%: {{secure}}", { percent: one, secure: countSecure(students, one / 100) }),
    ),
  ].join("; ");
}
