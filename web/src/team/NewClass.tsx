/** A class is made by its name and course; its students are pasted in on its own page. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Course } from "@verdant/contract/courses";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useCreateClassMutation } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";

export function NewClass({ courses }: { courses: readonly Course[] }) {
  const [name, setName] = useState("");
  const [courseId, setCourseId] = useState("");
  const [rehearsal, setRehearsal] = useState(false);
  const [create, { isLoading }] = useCreateClassMutation();
  const navigate = useNavigate();
  const say = useToast();
  const chosen = courseId || (courses[0]?.id ?? "");
  const submit = async () => {
    const { data, error } = await create({ body: { name: name.trim(), courseId: chosen, rehearsal } });
    if (data) await navigate(`/classes/${data.id}`);
    else say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1.5 }}>
      <TextField
        size="small"
        label={t("Name of a new class")}
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <TextField
        select
        size="small"
        label={t("Course")}
        value={chosen}
        onChange={(event) => {
          setCourseId(event.target.value);
        }}
        sx={{ minWidth: 220 }}
      >
        {courses.map((course) => (
          <MenuItem key={course.id} value={course.id}>
            {course.name}
          </MenuItem>
        ))}
      </TextField>
      <Button
        variant="outlined"
        loading={isLoading}
        disabled={name.trim() === "" || chosen === ""}
        onClick={() => void submit()}
      >
        {t("Create the class")}
      </Button>
      <FormControlLabel
        sx={{ width: "100%" }}
        control={
          <Checkbox
            checked={rehearsal}
            onChange={(_, isOn) => {
              setRehearsal(isOn);
            }}
          />
        }
        label={t("for rehearsal: six invented students, and nothing of it counts")}
      />
    </Box>
  );
}
