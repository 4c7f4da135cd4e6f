/** The doors of the staff pages: in the bar on top of a wide screen, at the bottom of a phone or a tablet, under the thumb. */
import Box from "@mui/material/Box";
import { styled } from "@mui/material/styles";
import { CalendarRange, ChartNoAxesColumn, House, Library, ListChecks } from "lucide-react";
import { NavLink, useLocation } from "react-router";
import { t } from "../platform/words.ts";

const doors = [
  ["/", "Today", House],
  ["/bank", "Bank", Library],
  ["/plans", "Plans", CalendarRange],
  ["/quizzes", "Quizzes", ListChecks],
  ["/results", "Results", ChartNoAxesColumn],
] as const;

/** Pages that belong to the bank, though their address does not begin with it. */
const ofBank = /^\/(stimuli|media|many|review|writing|coverage|topics)(\/|$)/;

const Door = styled(NavLink)(({ theme }) => ({
  padding: "6px 12px",
  borderRadius: 8,
  color: theme.vars?.palette.text.secondary,
  textDecoration: "none",
  fontSize: 14,
  "&.active, &[data-lit=true]": {
    backgroundColor: theme.vars?.palette.success.light,
    color: theme.vars?.palette.primary.dark,
    fontWeight: 700,
  },
}));

const LowDoor = styled(Door)({
  flex: 1,
  minWidth: 0,
  minHeight: 48,
  padding: "4px 2px",
  display: "flex",
  flexDirection: "column",
  alignItems: "center",
  justifyContent: "center",
  gap: 2,
  fontSize: 12,
});

const useIsLit = () => {
  const { pathname } = useLocation();
  return (to: string) => to === "/bank" && ofBank.test(pathname);
};

export function TopDoors() {
  const isLit = useIsLit();
  return (
    <Box component="nav" aria-label={t("Areas")} sx={{ display: { xs: "none", md: "flex" }, gap: 0.5, flex: 1, ml: 3 }}>
      {doors.map(([to, name]) => (
        <Door key={to} to={to} end={to === "/"} data-lit={isLit(to)}>
          {name}
        </Door>
      ))}
      <Door to="/team">{t("Team")}</Door>
    </Box>
  );
}

/** As high as what it covers: pages keep so much free at their end. */
export const lowDoorsHeight = 60;

/** Five: the team is behind the person's own menu there. */
export function LowDoors() {
  const isLit = useIsLit();
  return (
    <Box
      component="nav"
      aria-label={t("Areas")}
      sx={{
        display: { xs: "flex", md: "none" },
        displayPrint: "none",
        position: "fixed",
        zIndex: "appBar",
        insetInline: 0,
        bottom: 0,
        minHeight: lowDoorsHeight,
        px: 0.75,
        py: 0.5,
        pb: "calc(4px + env(safe-area-inset-bottom))",
        bgcolor: "background.paper",
        borderTop: 1,
        borderColor: "divider",
      }}
    >
      {doors.map(([to, name, Icon]) => (
        <LowDoor key={to} to={to} end={to === "/"} data-lit={isLit(to)}>
          <Icon size={20} aria-hidden />
          {name}
        </LowDoor>
      ))}
    </Box>
  );
}
