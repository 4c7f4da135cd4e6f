/** Moves a student to another class of the year, as the same person. */
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Typography from "@mui/material/Typography";
import type { Enrolment } from "@verdant/contract/courses";
import { ArrowRightLeft } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useListClassesQuery, useMoveStudentMutation } from "./api.ts";

export function MoveStudent({ classId, student }: { classId: string; student: Enrolment }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data } = useListClassesQuery();
  const [move] = useMoveStudentMutation();
  const say = useToast();
  const { studentId, name } = student;
  const others = (data?.classes ?? []).filter((one) => one.id !== classId && !one.rehearsal);
  if (others.length === 0) return null;
  const moveTo = async (from: string, to: { readonly id: string; readonly name: string } | undefined) => {
    setAnchor(null);
    if (!to) return;
    const { error } = await move({ params: { classId: from, studentId }, body: { toClassId: to.id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{name}} is in {{className}} now, with the entry card of that class. What was done here stays here.", {
          ...{ name, className: to.name },
        }),
        undo: () =>
          void moveTo(
            to.id,
            data?.classes.find((one) => one.id === from),
          ),
      });
  };
  return (
    <>
      <IconButton
        size="small"
        aria-label={t("Move {{student}} to another class", { student: name })}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        <ArrowRightLeft size={15} aria-hidden />
      </IconButton>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
      >
        <Typography component="li" variant="body2" color="textSecondary" sx={{ px: 2, pb: 0.5 }}>
          {t("Move {{student}} to", { student: name })}
        </Typography>
        {others.map((one) => (
          <MenuItem key={one.id} onClick={() => void moveTo(classId, one)}>
            {one.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
