/** One class of the lists: what becomes of it, who joins it, who is called otherwise and who is no longer listed. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import ListSubheader from "@mui/material/ListSubheader";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Comparison, ListedClassView, Taking } from "@verdant/contract/classLists";
import { editDistance } from "@verdant/core/editDistance";
import { foldedText } from "@verdant/core/foldedText";
import type { ReactNode } from "react";
import { inAList, t } from "../platform/words.ts";
import { leaverOf } from "./leaverOf.ts";
import { changeInWords } from "./listsInWords.ts";

type Change = NonNullable<ListedClassView["change"]>;

interface Given {
  readonly listed: ListedClassView;
  readonly comparison: Comparison;
  readonly leaving: ReadonlySet<string>;
  /** Who is who, as it was said, by the ids of the lists. */
  readonly same: Readonly<Record<string, string>>;
  readonly onChoose: (taking: Taking) => void;
  readonly onSame: (sourcedId: string, studentId: string | null) => void;
  readonly onLeave: (keys: readonly string[], leaves: boolean) => void;
}

/** The first choice has no value of its own, and is shown like the others. */
const shownEmpty = { select: { displayEmpty: true }, inputLabel: { shrink: true } };

/** A choice as the value of a field. */
const valueOf = (taking: Taking): string =>
  taking.as === "ours" ? taking.classId : taking.as === "new" ? `new ${taking.courseId ?? ""}` : "";
function takingOf(value: string): Taking {
  if (value === "") return { as: "leftOut" };
  if (!value.startsWith("new ")) return { as: "ours", classId: value };
  return { as: "new", courseId: value === "new " ? null : value.slice(4) };
}

export function ListedClass(given: Given) {
  const { listed, comparison, leaving, onChoose } = given;
  const { sourcedId, name, course, year, students, teachers, taking, change } = listed;
  const gone = change?.leaving.filter(({ studentId }) => leaving.has(leaverOf(sourcedId, studentId))).length ?? 0;
  const sentence = changeInWords(listed, gone);
  return (
    <Box component="li" aria-label={name} sx={{ px: 2, py: 1.25, borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 1 }}>
        <Box sx={{ flex: "1 1 14rem", minWidth: 0, overflowWrap: "anywhere" }}>
          <Typography component="span" sx={{ fontWeight: change ? 700 : 400 }}>
            {name}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {[
              course,
              ...(year === null ? [] : [year]),
              t("{{count}} students", { count: students }),
              ...(teachers.length > 0 ? [inAList(teachers)] : []),
            ].join(" · ")}
          </Typography>
        </Box>
        <TextField
          select
          size="small"
          label={t("What becomes of {{name}}", { name })}
          value={valueOf(taking)}
          slotProps={shownEmpty}
          onChange={(event) => {
            onChoose(takingOf(event.target.value));
          }}
          sx={{ flex: { xs: "1 1 100%", sm: "0 0 20rem" } }}
        >
          <MenuItem value="">{t("Left out")}</MenuItem>
          <ListSubheader>{t("Import into our class")}</ListSubheader>
          {comparison.ours.map((one) => (
            <MenuItem key={one.classId} value={one.classId}>
              {one.name}
            </MenuItem>
          ))}
          <ListSubheader>{t("Import as a new class of")}</ListSubheader>
          {comparison.courses.map((one) => (
            <MenuItem key={one.courseId} value={`new ${one.courseId}`}>
              {t("new in {{course}}", { course: one.name })}
            </MenuItem>
          ))}
          <MenuItem value="new ">{t("new in a course called {{course}}", { course })}</MenuItem>
        </TextField>
      </Box>
      {change && sentence !== null && (
        <Box sx={{ mt: 1, pl: { sm: 1 } }}>
          <Typography variant="body2">{sentence}</Typography>
          <Changes {...given} change={change} />
        </Box>
      )}
    </Box>
  );
}

function Changes({ listed, change, leaving, same, onSame, onLeave }: Given & { change: Change }) {
  const { sourcedId, taking } = listed;
  const { joining, renamed, unsure, unclaimed, teachersUnknown } = change;
  const isOurs = taking.as === "ours";
  const fresh = joining.filter(({ isNew }) => isNew);
  const known = joining.filter(({ isNew }) => !isNew);
  const keys = change.leaving.map((one) => leaverOf(sourcedId, one.studentId));
  const areAllLeaving = keys.every((key) => leaving.has(key));
  return (
    <>
      {known.length > 0 && (
        <Line label={t("Join from another class, or come back")}>
          {inAList(
            known.map(({ name, from }) => (from === null ? name : t("{{name}} (from {{from}})", { name, from }))),
          )}
        </Line>
      )}
      {renamed.length > 0 && (
        <Line label={t("Called otherwise from now on")}>
          {renamed.map(({ name, before }) => t("{{before}} becomes {{name}}", { before, name })).join("; ")}
        </Line>
      )}
      {isOurs && fresh.length > 0 && unclaimed.length === 0 && (
        <Line label={t("New here")}>{inAList(fresh.map(({ name }) => name))}</Line>
      )}
      {unclaimed.length > 0 && (fresh.length > 0 || unsure.length > 0) && (
        <Box component="section" aria-label={t("Who is who")} sx={{ mt: 1 }}>
          <Typography variant="body2" sx={{ fontWeight: 700 }}>
            {t("Is one of these somebody who is in the class already, under another name?")}
          </Typography>
          {[...fresh, ...unsure.map((one) => ({ ...one, isUnsure: true }))].map((one) => (
            <TextField
              key={one.sourcedId}
              select
              size="small"
              label={one.name}
              value={same[one.sourcedId] ?? ""}
              slotProps={shownEmpty}
              helperText={
                "isUnsure" in one
                  ? t("Several have this name. Until you say who it is, nobody joins and nobody leaves.")
                  : undefined
              }
              onChange={(event) => {
                onSame(one.sourcedId, event.target.value === "" ? null : event.target.value);
              }}
              sx={{ mt: 1, mr: 1, minWidth: { xs: "100%", sm: 260 } }}
            >
              <MenuItem value="">{"isUnsure" in one ? t("not said yet") : t("a new student")}</MenuItem>
              {likeFirst(one.name, unclaimed).map(({ studentId, name }) => (
                <MenuItem key={studentId} value={studentId}>
                  {t("is {{name}}", { name })}
                </MenuItem>
              ))}
            </TextField>
          ))}
        </Box>
      )}
      {change.same.map(({ sourcedId: listedId, name, before }) => (
        <Typography key={listedId} variant="body2" sx={{ mt: 0.5 }}>
          {t("{{name}} is {{before}}, as you say.", { name, before })}{" "}
          <Button
            size="small"
            aria-label={t("Undo: {{name}} is {{before}}", { name, before })}
            onClick={() => {
              onSame(listedId, null);
            }}
          >
            {t("Undo")}
          </Button>
        </Typography>
      ))}
      {change.leaving.length > 0 && (
        <Box component="section" aria-label={t("No longer listed")} sx={{ mt: 1 }}>
          <Typography variant="body2" sx={{ fontWeight: 700 }}>
            {t("No longer listed. Who is ticked leaves the class; results stay.")}{" "}
            {keys.length > 1 && (
              <Button
                size="small"
                onClick={() => {
                  onLeave(keys, !areAllLeaving);
                }}
              >
                {areAllLeaving ? t("Untick all") : t("Tick all")}
              </Button>
            )}
          </Typography>
          {change.leaving.map(({ studentId, name, to, isOwn }) => (
            <FormControlLabel
              key={studentId}
              sx={{ mr: 3 }}
              control={
                <Checkbox
                  size="small"
                  checked={leaving.has(leaverOf(sourcedId, studentId))}
                  onChange={(event) => {
                    onLeave([leaverOf(sourcedId, studentId)], event.target.checked);
                  }}
                />
              }
              label={
                to !== null
                  ? t("{{name}} (joins {{to}})", { name, to })
                  : isOwn
                    ? t("{{name}} (never was in a list)", { name })
                    : name
              }
            />
          ))}
        </Box>
      )}
      {teachersUnknown.length > 0 && (
        <Line label={t("Without an account here, so not noted as teacher")}>{inAList(teachersUnknown)}</Line>
      )}
    </>
  );
}

function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Typography variant="body2" sx={{ mt: 0.5, overflowWrap: "anywhere" }}>
      <strong>{label}:</strong> {children}
    </Typography>
  );
}

/** Whose name is most like it first. */
function likeFirst<T extends { readonly name: string }>(name: string, all: readonly T[]): T[] {
  const far = (one: T) => editDistance(foldedText(name), foldedText(one.name));
  return [...all].sort((a, b) => far(a) - far(b));
}
