/** Standards: the students as beads along a scale, with the secure line; how sure we are stands in words. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { onlyHeard } from "../ui/onlyHeard.ts";
import type { Results, StandardResult } from "@verdant/contract/insight";

const words: Record<StandardResult["students"][number]["label"], string> = {
  secure: "secure",
  uncertain: "uncertain",
  notYet: "not yet",
  tooEarly: "too early to say",
  noEvidence: "no answers",
};
const tones: Record<StandardResult["students"][number]["label"], string> = {
  secure: "primary.main",
  uncertain: "info.main",
  notYet: "error.main",
  tooEarly: "text.secondary",
  noEvidence: "divider",
};

export function StandardsPanel({ results }: { results: Results }) {
  if (results.standards.length === 0)
    return <Typography color="textSecondary">The items of this quiz carry no standards.</Typography>;
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        From all first goes of {results.className} this school year, the latest answer to each item. “Secure” means that
        we are four-fifths sure; about one in five of them is not.
      </Typography>
      {results.standards.map((standard) => (
        <Row key={standard.standardId} standard={standard} />
      ))}
    </>
  );
}

function Row({ standard }: { standard: StandardResult }) {
  const counts = Object.entries(words).flatMap(([label, word]) => {
    const count = standard.students.filter((student) => student.label === label).length;
    return count === 0 ? [] : [`${count} ${word}`];
  });
  return (
    <Paper sx={{ px: 2, py: 1.25, mb: 1 }} component="article" aria-label={`Standard ${standard.code}`}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline" }}>
        <Typography sx={{ fontWeight: 700 }}>{standard.code}</Typography>
        <Typography variant="body2" sx={{ flex: 1 }}>
          {standard.statement}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {counts.join(", ")}
        </Typography>
      </Box>
      <Box
        component="ul"
        aria-label={`Students on ${standard.code}, from least to most secure`}
        sx={{ position: "relative", height: 46, m: 0, mt: 0.5, p: 0, listStyle: "none" }}
      >
        <Box
          aria-hidden
          component="li"
          sx={{ position: "absolute", insetInline: 0, top: 30, height: 2, bgcolor: "divider" }}
        />
        <Box
          component="li"
          sx={{
            position: "absolute",
            left: `${standard.secureLine * 100}%`,
            top: 0,
            height: 44,
            borderLeft: "2px dashed",
            borderColor: "warning.main",
            pl: 0.5,
            fontSize: 11.5,
            color: "text.secondary",
          }}
        >
          secure line {Math.round(standard.secureLine * 100)} %
        </Box>
        {spread(standard.students).map(({ student, lift }) => (
          <Box
            component="li"
            key={student.studentId}
            title={`${student.name}: ${Math.round(student.right * 10) / 10} of ${student.given}, ${words[student.label]}`}
            sx={{
              position: "absolute",
              left: `calc(${student.mean * 100}% - 6px)`,
              top: 25 - lift * 9,
              width: 12,
              height: 12,
              borderRadius: "50%",
              bgcolor: student.given === 0 ? "background.paper" : tones[student.label],
              border: 1,
              borderColor: student.given === 0 ? "text.secondary" : "background.paper",
            }}
          >
            <Box component="span" sx={onlyHeard}>
              {student.name}: {Math.round(student.right * 10) / 10} of {student.given}, {words[student.label]}
            </Box>
          </Box>
        ))}
      </Box>
    </Paper>
  );
}

/** Beads that would lie on one another are lifted, up to three high. */
function spread(students: StandardResult["students"]) {
  const taken = new Map<number, number>();
  return [...students]
    .sort((a, b) => a.mean - b.mean)
    .map((student) => {
      const slot = Math.round(student.mean * 90);
      const lift = Math.min(2, taken.get(slot) ?? 0);
      taken.set(slot, (taken.get(slot) ?? 0) + 1);
      return { student, lift };
    });
}
