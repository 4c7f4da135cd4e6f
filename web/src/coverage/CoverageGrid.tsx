/** Topics down; across what can be used and what is missing, and each standard, demand or kind as a cell to go on from. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Tooltip from "@mui/material/Tooltip";
import Typography from "@mui/material/Typography";
import type { coverageAxes, CoveredTopic } from "@verdant/contract/coverage";
import type { Standard, Topic } from "@verdant/contract/standards";
import { kindNames } from "@verdant/core/items/kindNames";
import { Link as RouterLink } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { t } from "../platform/words.ts";

type Axis = (typeof coverageAxes)[number];
type Use = "practice" | "reserved" | undefined;

export function CoverageGrid(props: {
  by: Axis;
  use: Use;
  covered: readonly CoveredTopic[];
  topics: readonly Topic[];
  standards: readonly Standard[];
}) {
  const { by, use, covered, topics, standards } = props;
  const ofTopic = new Map(covered.map((one) => [one.topicId, one]));
  const under = (topic: Topic): CoveredTopic[] =>
    topics
      .filter((one) => one.parentId === topic.id)
      .flatMap((one) => [ofTopic.get(one.id), ...under(one)].filter((found) => found !== undefined));
  return (
    <Paper sx={{ overflow: "hidden" }}>
      <Table size="small" aria-label={t("Coverage of topics")} sx={{ "& td, & th": { px: 1 } }}>
        <TableHead>
          <TableRow>
            <TableCell>{t("Topic")}</TableCell>
            <TableCell align="right">{t("Practice")}</TableCell>
            <TableCell align="right">{t("Reserved")}</TableCell>
            <TableCell align="right">{t("In progress")}</TableCell>
            <TableCell align="right">{t("No explanation")}</TableCell>
            <TableCell>{t("Goal")}</TableCell>
            <TableCell sx={{ width: "36%" }}>{axisTitles[by]}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {topics.map((topic) => {
            const one = ofTopic.get(topic.id);
            return (
              one && <TopicRow key={topic.id} {...{ by, use, topic, standards }} covered={one} under={under(topic)} />
            );
          })}
        </TableBody>
      </Table>
    </Paper>
  );
}

const axisTitles: Record<Axis, string> = {
  standard: t("Items per standard"),
  demand: t("Items per demand"),
  kind: t("Items per kind"),
};

const demands = ["recall", "apply", "reason"];

function TopicRow(props: {
  by: Axis;
  use: Use;
  topic: Topic;
  covered: CoveredTopic;
  /** What lies under it: its counts are those of all of them. */
  under: readonly CoveredTopic[];
  standards: readonly Standard[];
}) {
  const { by, use, topic, covered, under, standards } = props;
  const sum = (name: "practice" | "reserved" | "inProgress" | "unexplained" | "wanted" | "written") =>
    [covered, ...under].reduce((total, one) => total + one[name], 0);
  const [practice, reserved, wanted] = [sum("practice"), sum("reserved"), sum("wanted")];
  const bank = (more: string) => `/bank?topic=${topic.id}&${more}`;
  const isRoot = topic.parentId === null;
  const isEmpty = under.length > 0 && covered.cells.length === 0;
  const nameOf = (id: string) =>
    by === "standard"
      ? (standards.find((one) => one.id === id)?.code ?? "…")
      : by === "kind"
        ? kindNames[id as never]
        : id;
  const titleOf = (id: string) =>
    by === "standard" ? (standards.find((one) => one.id === id)?.statement ?? "") : nameOf(id);
  const cells =
    by === "demand" && !isEmpty
      ? demands.map((id) => covered.cells.find((one) => one.id === id) ?? { id, usable: 0, inProgress: 0 })
      : [...covered.cells].sort((a, b) => (nameOf(a.id) < nameOf(b.id) ? -1 : 1));
  return (
    <TableRow sx={{ verticalAlign: "top" }}>
      <TableCell>
        <Box sx={{ display: "flex", gap: 1, alignItems: "center", pl: isRoot ? 0 : 3.5 }}>
          {isRoot && <Bead mark={topic.letter} hue={topic.hue} size={20} />}
          <Box component="span" sx={{ fontWeight: isRoot ? 700 : 400 }}>
            {topic.name}
          </Box>
        </Box>
      </TableCell>
      <Count value={practice} to={bank("status=approved&use=practice")} isQuiet={isEmpty} />
      <Count value={reserved} to={bank("status=approved&use=reserved")} isQuiet />
      <Count value={sum("inProgress")} to={bank("status=draft&status=inReview")} isQuiet />
      <Count value={sum("unexplained")} to={bank("status=approved&lacks=explanation")} isQuiet />
      <TableCell>
        {wanted > 0 && (
          <Tooltip
            title={[covered.writers.join(", ") || "anybody", covered.until && `by ${shortDate(covered.until)}`]
              .filter(Boolean)
              .join(", ")}
          >
            <Link component={RouterLink} to="/writing" sx={{ whiteSpace: "nowrap" }}>
              {t("{{sum}} of {{wanted}}", { sum: sum("written"), wanted })}
            </Link>
          </Tooltip>
        )}
      </TableCell>
      <TableCell>
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.5 }}>
          {cells.map((cell) => (
            <Cell
              key={cell.id}
              name={nameOf(cell.id)}
              title={titleOf(cell.id)}
              cell={cell}
              to={
                cell.usable + cell.inProgress > 0
                  ? bank(`${by}=${cell.id}${use ? `&use=${use}` : ""}`)
                  : `/bank/new?topic=${topic.id}&${by}=${cell.id}${use ? `&use=${use}` : ""}`
              }
              topic={topic.name}
            />
          ))}
        </Box>
      </TableCell>
    </TableRow>
  );
}

function Count({ value, to, isQuiet = false }: { value: number; to: string; isQuiet?: boolean }) {
  return (
    <TableCell align="right" sx={{ fontVariantNumeric: "tabular-nums" }}>
      {value > 0 ? (
        <Link component={RouterLink} to={to}>
          {value}
        </Link>
      ) : (
        <Typography
          component="span"
          variant="body2"
          sx={{ color: isQuiet ? "text.secondary" : "warning.dark", fontWeight: isQuiet ? 400 : 700 }}
        >
          0
        </Typography>
      )}
    </TableCell>
  );
}

/** A gap leads to writing, what is there to the items. */
function Cell(props: {
  name: string;
  title: string;
  topic: string;
  cell: { readonly usable: number; readonly inProgress: number };
  to: string;
}) {
  const { name, title, topic, cell, to } = props;
  const isGap = cell.usable === 0;
  const words =
    isGap && cell.inProgress === 0
      ? t("write one for {{topic}}", { topic })
      : t("{{usable}} can be used", { usable: cell.usable });
  return (
    <Box
      component={RouterLink}
      to={to}
      title={title}
      aria-label={`${name}: ${words}${cell.inProgress > 0 ? t(", {{inProgress}} in progress", { inProgress: cell.inProgress }) : ""}`}
      sx={{
        display: "inline-flex",
        gap: 0.5,
        px: 0.75,
        py: 0.25,
        borderRadius: 1,
        border: 1,
        borderStyle: isGap ? "dashed" : "solid",
        borderColor: isGap ? "warning.main" : "divider",
        bgcolor: isGap ? "transparent" : "success.light",
        color: "text.primary",
        fontSize: 12.5,
        textDecoration: "none",
        whiteSpace: "nowrap",
        "&:hover": { borderColor: "primary.main" },
      }}
    >
      {name}
      <Box component="strong" sx={{ color: isGap ? "warning.dark" : "inherit" }}>
        {isGap && cell.inProgress === 0 ? t("write") : cell.usable}
      </Box>
      {cell.inProgress > 0 && (
        <Box component="span" sx={{ color: "text.secondary" }}>
          +{cell.inProgress}
        </Box>
      )}
    </Box>
  );
}
