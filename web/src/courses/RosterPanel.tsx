/** The students of a class: pasted in, with their extra time, and the groups they form. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Select from "@mui/material/Select";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { listEnrolments } from "@verdant/contract/courses";
import { readNames } from "@verdant/core/courses/names";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { NamesLeft } from "../ui/NamesLeft.tsx";
import { MoveStudent } from "./MoveStudent.tsx";
import { RenameStudent } from "./RenameStudent.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useChangeEnrolmentMutation, useEnrolStudentsMutation, useSetGroupMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export type Roster = Result<typeof listEnrolments>;

export function RosterPanel({ roster }: { roster: Roster }) {
  const [change] = useChangeEnrolmentMutation();
  const say = useToast();
  const { classId } = roster;
  const takeOut = async (studentId: string, name: string) => {
    const { error } = await change({ params: { classId, studentId }, body: { isIn: false } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{name}} is no longer in this class; results stay.", { name }),
        undo: () => void change({ params: { classId, studentId }, body: { isIn: true } }),
      });
  };
  return (
    <Paper component="section" aria-label={t("Students")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {t("Students")}
      </Typography>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 2fr) minmax(0, 1fr)" },
          gap: 3,
        }}
      >
        <Box
          component="ul"
          aria-label={t("Students of the class")}
          sx={{
            m: 0,
            p: 0,
            listStyle: "none",
            columns: { xs: 1, lg: 2 },
            columnGap: 3,
            "& li": { breakInside: "avoid" },
          }}
        >
          {roster.students.map((student) => (
            <Box
              component="li"
              key={student.studentId}
              sx={{ display: "flex", alignItems: "center", gap: 0.5, py: 0.1 }}
            >
              <Box sx={{ flex: 1, fontSize: 15, minWidth: 0, overflowWrap: "anywhere" }}>{student.name}</Box>
              <RenameStudent classId={classId} student={student} />
              <MoveStudent classId={classId} student={student} />
              <Select
                size="small"
                variant="standard"
                value={student.extraTimePercent}
                inputProps={{ "aria-label": t("Extra time of {{student}}", { student: student.name }) }}
                onChange={(event) =>
                  void change({
                    params: { classId, studentId: student.studentId },
                    body: { extraTimePercent: event.target.value },
                  })
                }
                sx={{ fontSize: 13, color: "text.secondary" }}
              >
                {[...new Set([0, 10, 25, 50, 100, student.extraTimePercent])]
                  .sort((a, b) => a - b)
                  .map((percent) => (
                    <MenuItem key={percent} value={percent}>
                      {percent === 0 ? t("usual time") : t("{{percent}}% longer", { percent })}
                    </MenuItem>
                  ))}
              </Select>
              <Button
                size="small"
                aria-label={t("Remove {{student}} from the class", { student: student.name })}
                onClick={() => void takeOut(student.studentId, student.name)}
              >
                {t("Remove")}
              </Button>
            </Box>
          ))}
        </Box>
        <Box>
          <PasteNames roster={roster} />
          <Groups roster={roster} />
        </Box>
      </Box>
    </Paper>
  );
}

function PasteNames({ roster }: { roster: Roster }) {
  const { classId } = roster;
  const [names, setNames] = useState("");
  const [enrol, { isLoading }] = useEnrolStudentsMutation();
  const say = useToast();
  const { names: read, left } = readNames(names);
  const isKnown = new Set(roster.students.map((student) => student.name.toLowerCase()));
  const nameOf = (one: (typeof read)[number]) => `${one.givenName} ${one.familyName}`.trim();
  const known = read.filter((one) => isKnown.has(nameOf(one).toLowerCase()));
  const understood = read.filter((one) => !known.includes(one));
  return (
    <>
      <TextField
        fullWidth
        multiline
        minRows={3}
        maxRows={8}
        size="small"
        label={t("Paste names, one a line")}
        value={names}
        onChange={(event) => {
          setNames(event.target.value);
        }}
      />
      <NamesLeft left={left} />
      {known.length > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          {t("In the class already: {{known}}.", { known: known.map(nameOf).join("; ") })}
        </Typography>
      )}
      <Button
        variant="outlined"
        size="small"
        loading={isLoading}
        disabled={understood.length === 0}
        sx={{ mt: 1 }}
        onClick={() =>
          void enrol({ params: { classId }, body: { names } }).then(({ error }) => {
            if (error) say({ text: problemOf(error).detail, isError: true });
            else setNames("");
          })
        }
      >
        {t("Add {{count}} students", { count: understood.length })}
      </Button>
    </>
  );
}

function Groups({ roster }: { roster: Roster }) {
  const [setGroup] = useSetGroupMutation();
  const [name, setName] = useState("");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const say = useToast();
  const keep = async (groupId: string, body: { name: string; studentIds: string[] }) => {
    const { error } = await setGroup({ params: { classId: roster.classId, groupId }, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
    return !error;
  };
  return (
    <Box component="section" aria-label={t("Groups")} sx={{ mt: 2 }}>
      <Typography sx={{ fontWeight: 700, mb: 1 }}>{t("Groups")}</Typography>
      {roster.groups.map((group) => (
        <Members
          key={group.id}
          label={group.name}
          roster={roster}
          studentIds={group.studentIds}
          onChange={(studentIds) => void keep(group.id, { name: group.name, studentIds })}
        />
      ))}
      <TextField
        size="small"
        fullWidth
        label={t("Name of a new group")}
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
        sx={{ mb: 1 }}
      />
      {name.trim() !== "" && (
        <>
          <Members
            label={t("Students of {{name}}", { name: name.trim() })}
            roster={roster}
            studentIds={chosen}
            mayBeEmpty
            onChange={setChosen}
          />
          <Button
            variant="outlined"
            size="small"
            disabled={chosen.length === 0}
            onClick={() =>
              void keep(crypto.randomUUID(), { name: name.trim(), studentIds: [...chosen] }).then((done) => {
                if (!done) return;
                setName("");
                setChosen([]);
              })
            }
          >
            {t("Make the group of {{chosen}}", { chosen: chosen.length })}
          </Button>
        </>
      )}
    </Box>
  );
}

function Members(props: {
  label: string;
  roster: Roster;
  studentIds: readonly string[];
  onChange: (studentIds: string[]) => void;
  mayBeEmpty?: boolean;
}) {
  const { label, roster, studentIds, onChange, mayBeEmpty = false } = props;
  return (
    <Autocomplete
      multiple
      size="small"
      limitTags={3}
      disableCloseOnSelect
      options={roster.students}
      value={roster.students.filter((student) => studentIds.includes(student.studentId))}
      getOptionLabel={(student) => student.name}
      isOptionEqualToValue={(a, b) => a.studentId === b.studentId}
      onChange={(_, chosen) => {
        if (chosen.length > 0 || mayBeEmpty) onChange(chosen.map((student) => student.studentId));
      }}
      renderInput={(params) => <TextField {...params} label={label} />}
      sx={{ mb: 1 }}
    />
  );
}
