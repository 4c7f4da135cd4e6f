/** Each item with its share right, the uncertainty of it, who chose what, and what deserves a look. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { ItemResult, Results } from "@verdant/contract/insight";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { rulingWords } from "../ui/rulingWords.ts";
import { useReturns } from "../plan/api.ts";
import { StimulusView } from "../player/StimulusView.tsx";
import { Bead } from "../ui/Bead.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { choiceWords, noteInWords } from "./noteInWords.ts";
import { Fit } from "../ui/Fit.tsx";
import { Reasons } from "./Reasons.tsx";
import { numberOf, t } from "../platform/words.ts";

export function ItemTable({ results }: { results: Results }) {
  const [showsThirds, setShowsThirds] = useState(false);
  const hasThirds = results.items.some((item) => item.choices.some((choice) => choice.thirds !== null));
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 0.75 }}>
        {hasThirds ? (
          <Link
            component="button"
            type="button"
            aria-pressed={showsThirds}
            onClick={() => {
              setShowsThirds(!showsThirds);
            }}
          >
            {showsThirds ? t("Hide the thirds of the class") : t("Show the thirds of the class")}
          </Link>
        ) : (
          t("Thirds of the class show once at least nine students have answered the same questions.")
        )}
      </Typography>
      <Paper sx={{ overflow: "hidden" }}>
        <Table size="small" aria-labelledby="items-heading">
          <TableHead>
            <TableRow>
              <TableCell sx={{ width: 48 }}>
                <span hidden>{t("Question")}</span>
              </TableCell>
              <TableCell>{t("Item")}</TableCell>
              <TableCell sx={{ width: 260 }}>{t("Right, with its uncertainty")}</TableCell>
              <TableCell sx={{ width: 400 }}>{t("Who chose what")}</TableCell>
              <TableCell sx={{ width: 150 }}>
                <span hidden>{t("What to do")}</span>
              </TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {results.items.map((item) => (
              <ItemRow key={item.itemId} results={results} item={item} showsThirds={showsThirds} />
            ))}
          </TableBody>
        </Table>
      </Paper>
    </>
  );
}

function ItemRow({ results, item, showsThirds }: { results: Results; item: ItemResult; showsThirds: boolean }) {
  const { bringBack, isPlanning } = useReturns(results.classId);
  const topic = results.plan.find((one) => one.topic === item.topic);
  const stimulus = results.stimuli.find((one) => one.id === item.stimulusId);
  const names = new Map(results.perStudent.map((student) => [student.studentId, student.name]));
  return (
    <TableRow sx={{ verticalAlign: "top", "& td": { py: 1.25 } }}>
      <TableCell>
        <Bead
          mark={item.position}
          hue={item.strand?.hue ?? 7}
          label={t("Question {{position}}, {{strand}}", { position: item.position, strand: item.strand?.name ?? "" })}
        />
      </TableCell>
      <TableCell>
        <Typography sx={{ fontWeight: 700 }}>{item.stem}</Typography>
        <Typography variant="caption" color="textSecondary">
          {item.topic}
        </Typography>
        {item.discrimination && <Fit agreement={item.discrimination} />}
        <Reasons item={item} names={names} />
        {stimulus && (
          <Box component="details" sx={{ mt: 0.5, "& summary": { cursor: "pointer", color: "primary.main" } }}>
            <summary>{t("on “{{title}}”", { title: stimulus.content.title })}</summary>
            <StimulusView stimulus={stimulus.content} />
          </Box>
        )}
      </TableCell>
      <TableCell>
        {item.facility.outOf === 0 ? (
          <Typography variant="body2" color="textSecondary">
            {item.kind === "opinion"
              ? t("an opinion: nothing to be right about")
              : item.waiting > 0
                ? t("not marked yet")
                : t("no answers yet")}
          </Typography>
        ) : (
          <>
            <Whisker share={item.facility} width={220} />
            <Typography variant="body2">{shareInWords(item.facility)}</Typography>
          </>
        )}
        {item.notes.map((note) => (
          <Typography key={note.code} variant="body2" sx={{ color: "warning.dark", fontWeight: 700 }}>
            {noteInWords(note)}
          </Typography>
        ))}
        {item.time && (
          <Typography variant="body2" color="textSecondary">
            {t("Half of them took {{low}} to {{high}} seconds", {
              low: numberOf(Math.round(item.time.low)),
              high: numberOf(Math.round(item.time.high)),
            })}
          </Typography>
        )}
        {item.second && (
          <Typography variant="body2" color="textSecondary">
            {t("Right at the second answer: {{right}} of {{given}}", item.second)}
          </Typography>
        )}
        {item.notReached > 0 && (
          <Typography variant="body2" color="textSecondary">
            {t("{{count}} students did not reach it", { count: item.notReached })}
          </Typography>
        )}
        {item.waiting > 0 && (
          <Button size="small" component={RouterLink} to={`/results/${results.releaseId}/marking`} variant="outlined">
            {t("Mark {{count}} answers", { count: item.waiting })}
          </Button>
        )}
        {item.ruling && (
          <Typography variant="body2" sx={{ color: "info.main", fontWeight: 700 }}>
            {rulingWords[item.ruling].short}
          </Typography>
        )}
      </TableCell>
      <TableCell>
        <Choices item={item} showsThirds={showsThirds} names={names} />
      </TableCell>
      <TableCell sx={{ minWidth: 150 }}>
        <Button size="small" component={RouterLink} to={`/bank/${item.itemId}`}>
          {t("Look at the item")}
        </Button>
        {item.facility.outOf > 0 && (
          <Button size="small" component={RouterLink} to={`/bank/${item.itemId}/key?release=${results.releaseId}`}>
            {t("Is the key wrong?")}
          </Button>
        )}
        {item.facility.outOf > 0 && (
          <Button size="small" component={RouterLink} to={openerOf(results, item)}>
            {t("Use as tomorrow's starter")}
          </Button>
        )}
        {topic && (
          <Button
            size="small"
            disabled={isPlanning || topic.plannedOn !== null}
            aria-label={t("Bring {{topic}} back sooner", { topic: topic.topic })}
            sx={{ textAlign: "start" }}
            onClick={() => void bringBack({ topicId: topic.topicId, name: topic.topic }, null)}
          >
            {topic.plannedOn === null ? t("Bring back sooner") : t("Return is planned")}
          </Button>
        )}
      </TableCell>
    </TableRow>
  );
}

/** The page for the start of tomorrow's lesson, with the answers of the class that is looked at. */
export const openerOf = ({ releaseId, classId }: Results, { itemId }: ItemResult) =>
  `/results/${releaseId}/open/${itemId}?class=${classId}`;

const percent = (share: number) => `${Math.round(share * 100)}%`;

interface ChoicesProps {
  readonly item: ItemResult;
  readonly showsThirds: boolean;
  readonly names: ReadonlyMap<string, string>;
}

function Choices({ item, showsThirds, names }: ChoicesProps) {
  return (
    <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
      {item.choices.map((choice) => (
        <Box component="li" key={choice.id ?? "blank"} sx={{ mb: 0.5 }}>
          <Box sx={{ display: "grid", gridTemplateColumns: "26px 80px 1fr", gap: 1, alignItems: "center" }}>
            <Typography variant="body2" sx={{ textAlign: "right", fontWeight: choice.count > 0 ? 700 : 400 }}>
              {choice.count}
            </Typography>
            <Whisker share={choice.share} width={80} />
            <Typography
              variant="body2"
              sx={{ color: choice.isKey ? "primary.main" : "text.primary", fontWeight: choice.isKey ? 700 : 400 }}
            >
              {choice.isKey && "✓ "}
              {choice.id === null ? t("left blank") : choice.text}
            </Typography>
          </Box>
          {choice.by.length > 0 && !choice.isKey && (
            <Box
              component="details"
              sx={{ pl: "122px", fontSize: 12, "& summary": { cursor: "pointer", color: "primary.main" } }}
            >
              <summary>{t("who")}</summary>
              {[...new Set(choice.by)].map((id) => names.get(id) ?? t("somebody who has left")).join(", ")}
            </Box>
          )}
          {choice.misconception && choice.count > 0 && (
            <Typography variant="caption" sx={{ color: "error.main", pl: "122px", display: "block" }}>
              {t("wrong idea: “{{misconception}}”", { misconception: choice.misconception })}
            </Typography>
          )}
          {showsThirds && choice.thirds && (
            <Typography variant="caption" color="textSecondary" sx={{ pl: "122px", display: "block" }}>
              {t("top third {{top}}, middle {{middle}}, bottom {{low}}", {
                top: percent(choice.thirds.top),
                middle: percent(choice.thirds.middle),
                low: percent(choice.thirds.low),
              })}
            </Typography>
          )}
          {choice.notes.map((note) => (
            <Typography
              key={note}
              variant="caption"
              sx={{ color: "warning.dark", fontWeight: 700, pl: "122px", display: "block" }}
            >
              {choiceWords[note]}
            </Typography>
          ))}
        </Box>
      ))}
    </Box>
  );
}
