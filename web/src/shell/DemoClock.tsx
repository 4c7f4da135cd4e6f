/** The demo's clock: what day it is there, and moving it on to see what comes next. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Typography from "@mui/material/Typography";
import { Clock } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useMoveDemoClockMutation, useToday } from "../team/api.ts";
import { dayWithYear, longDate, shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";

export function DemoClock() {
  const today = useToday();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [move, { isLoading }] = useMoveDemoClockMutation();
  const say = useToast();
  const moveOn = async (days: number) => {
    setAnchor(null);
    const { data, error } = await move({ body: { days } });
    if (data) say({ text: t("In the demo it is {{day}} now.", { day: longDate(data.now) }) });
    else say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <>
      <Button
        size="small"
        startIcon={<Clock size={16} aria-hidden />}
        aria-haspopup="menu"
        aria-label={t("In the demo it is {{day}}", { day: dayWithYear(today) })}
        loading={isLoading}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
        sx={{ color: "text.secondary", whiteSpace: "nowrap", flex: "none", minWidth: 0, px: { xs: 0.5, md: 1 } }}
      >
        <Box component="span" sx={{ display: { xs: "none", md: "inline" } }}>
          {dayWithYear(today)}
        </Box>
        <Box component="span" sx={{ display: { md: "none" } }}>
          {shortDate(today)}
        </Box>
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
      >
        <Typography variant="body2" color="textSecondary" sx={{ px: 2, py: 0.5, maxWidth: 300 }}>
          {t("The demo has a clock of its own, so that its school is in the middle of a term. It goes on, never back.")}
        </Typography>
        <MenuItem onClick={() => void moveOn(1)}>{t("Move on by a day")}</MenuItem>
        <MenuItem onClick={() => void moveOn(7)}>{t("Move on by a week")}</MenuItem>
      </Menu>
    </>
  );
}
