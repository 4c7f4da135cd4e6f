/** The tray along the bottom edge: what was set aside, to be given at once or put away again. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useCreateQuizMutation } from "../../assembly/api.ts";
import { useListClassesQuery } from "../../courses/api.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { inFocusFirst, useClassInFocus } from "../../platform/classInFocus.ts";
import { problemOf } from "../../platform/problem.ts";
import { useChangeTrayMutation, useListTrayQuery } from "../api.ts";
import { BulkDialog } from "./BulkDialog.tsx";
import { WhatIsThis } from "../../ui/WhatIsThis.tsx";
import { t } from "../../platform/words.ts";

export function Tray() {
  const { data } = useListTrayQuery();
  const classes = useListClassesQuery();
  const [changeTray] = useChangeTrayMutation();
  const [createQuiz, { isLoading }] = useCreateQuizMutation();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const inFocus = useClassInFocus().id;
  const navigate = useNavigate();
  const say = useToast();
  const [isChanging, setChanging] = useState(false);
  const items = data?.items ?? [];
  if (items.length === 0) return null;
  const ids = items.map((item) => item.id);
  const give = async (classId: string) => {
    setAnchor(null);
    const { data: quiz, error } = await createQuiz({ body: { classId, itemIds: ids } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    await changeTray({ body: { add: [], remove: ids } });
    await navigate(`/quizzes/${quiz.id}`);
  };
  return (
    <Paper
      component="section"
      aria-label={t("Tray")}
      elevation={3}
      sx={{
        position: "fixed",
        insetInline: 0,
        bottom: 0,
        borderRadius: 0,
        borderTop: 1,
        borderColor: "divider",
        zIndex: 10,
        px: 3,
        py: 1,
        display: "flex",
        alignItems: "center",
        gap: 2,
      }}
    >
      <Typography sx={{ fontWeight: 700 }}>
        {t("{{count}} items in the tray", { count: items.length })}
        <WhatIsThis term="tray" />
      </Typography>
      <Typography variant="body2" color="textSecondary" noWrap sx={{ flex: 1 }}>
        {items.map((item) => item.label ?? item.stem).join(" · ")}
      </Typography>
      <Button
        onClick={() => {
          void changeTray({ body: { add: [], remove: ids } }).then(() => {
            say({
              text: t("The tray is empty."),
              undo: () => void changeTray({ body: { add: ids, remove: [] } }),
            });
          });
        }}
      >
        {t("Empty the tray")}
      </Button>
      <Button
        onClick={() => {
          setChanging(true);
        }}
      >
        {t("Edit together")}
      </Button>
      {isChanging && (
        <BulkDialog
          which={{ itemIds: ids }}
          count={ids.length}
          close={() => {
            setChanging(false);
          }}
        />
      )}
      <Button
        variant="contained"
        loading={isLoading}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("Release these {{items}} to…", { items: items.length })}
      </Button>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => {
          setAnchor(null);
        }}
      >
        {inFocusFirst(classes.data?.classes ?? [], inFocus).map((one) => (
          <MenuItem key={one.id} onClick={() => void give(one.id)}>
            {one.name}
          </MenuItem>
        ))}
      </Menu>
    </Paper>
  );
}
