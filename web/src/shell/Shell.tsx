/** The slim bar on top and the page under it; who is not signed in sees the sign-in page instead. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { styled } from "@mui/material/styles";
import { lazy, Suspense, useState, type ReactNode } from "react";
import { NavLink, Outlet, Link as RouterLink, useLocation } from "react-router";
import { SignInPage } from "../team/SignInPage.tsx";
import { useShowSessionQuery } from "../team/api.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { ClassInFocus } from "./ClassInFocus.tsx";
import { Mark } from "./Mark.tsx";
import { PersonMenu } from "./PersonMenu.tsx";
import { useShellKeys } from "./useShellKeys.ts";

const GuestPage = lazy(async () => ({ default: (await import("../sharing/GuestPage.tsx")).GuestPage }));
const AccountPage = lazy(async () => ({ default: (await import("../team/AccountPage.tsx")).AccountPage }));
const Finder = lazy(async () => ({ default: (await import("../finder/Finder.tsx")).Finder }));
const Shortcuts = lazy(async () => ({ default: (await import("./Shortcuts.tsx")).Shortcuts }));

const areas = [
  ["/", "Today"],
  ["/bank", "Bank"],
  ["/plans", "Plans"],
  ["/quizzes", "Quizzes"],
  ["/results", "Results"],
  ["/team", "Team"],
] as const;

/** Pages that belong to the bank, though their address does not begin with it. */
const ofBank = /^\/(stimuli|media|many|review|writing|coverage|topics)(\/|$)/;

const Area = styled(NavLink)(({ theme }) => ({
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

export function Shell() {
  const { data, error, refetch } = useShowSessionQuery();
  const { dialog, setDialog } = useShellKeys();
  const { pathname } = useLocation();
  const [isSettingUp, setSettingUp] = useState(false);
  const close = () => {
    setDialog(null);
  };
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what="your session" />;
  if (data.guest)
    return (
      <>
        <Bar department={data.guest.department}>
          <Box sx={{ flex: 1 }} />
          <PersonMenu name={data.guest.name} belongsAs="guest" departmentId={data.guest.departmentId} />
        </Bar>
        <Suspense fallback={<Loading what="the items" />}>
          <GuestPage guest={data.guest} />
        </Suspense>
      </>
    );
  if (!data.member) return <SignInPage isDemo={data.isDemo} maySignUp={data.maySignUp} />;
  // The recovery codes that come with it stay on the page until they have been kept.
  if (data.member.owesSecondFactor && !isSettingUp) setSettingUp(true);
  if (data.member.owesSecondFactor || isSettingUp)
    return (
      <>
        <Bar department={data.member.department}>
          <Box sx={{ flex: 1 }} />
          <PersonMenu name={data.member.name} belongsAs={data.member.role} departmentId={data.member.departmentId} />
        </Bar>
        <Suspense fallback={<Loading what="your account" />}>
          <AccountPage
            goOn={() => {
              setSettingUp(false);
            }}
          />
        </Suspense>
      </>
    );
  return (
    <>
      <Link
        href="#content"
        sx={{
          position: "absolute",
          left: -9999,
          "&:focus": { left: 8, top: 8, zIndex: 2, bgcolor: "background.paper", p: 1 },
        }}
      >
        Skip to the page
      </Link>
      <Bar department={data.member.department}>
        <Box component="nav" aria-label="Areas" sx={{ display: "flex", gap: 0.5, flex: 1, ml: 3 }}>
          {areas.map(([to, name]) => (
            <Area key={to} to={to} end={to === "/"} data-lit={to === "/bank" && ofBank.test(pathname)}>
              {name}
            </Area>
          ))}
        </Box>
        <ClassInFocus />
        <Button
          size="small"
          aria-keyshortcuts="Control+K Meta+K"
          title="Ctrl or Cmd K"
          onClick={() => {
            setDialog("finder");
          }}
          sx={{ color: "text.secondary" }}
        >
          Find anything
        </Button>
        <PersonMenu
          name={data.member.name}
          belongsAs={data.member.role}
          departmentId={data.member.departmentId}
          showKeys={() => {
            setDialog("shortcuts");
          }}
        />
      </Bar>
      <div id="content">
        <Outlet />
      </div>
      {dialog && (
        <Suspense fallback={null}>
          <Finder isOpen={dialog === "finder"} close={close} />
          <Shortcuts isOpen={dialog === "shortcuts"} close={close} />
        </Suspense>
      )}
    </>
  );
}

/** The slim bar on top: the mark, the department, and what belongs to whoever is signed in. */
function Bar({ department, children }: { department: string; children: ReactNode }) {
  return (
    <Box
      component="header"
      sx={{
        height: 48,
        px: 2.5,
        display: "flex",
        alignItems: "center",
        gap: 1.25,
        bgcolor: "background.paper",
        borderBottom: 1,
        borderColor: "divider",
        displayPrint: "none",
      }}
    >
      <Box
        component={RouterLink}
        to="/"
        sx={{ display: "flex", alignItems: "center", gap: 1.25, color: "inherit", textDecoration: "none" }}
      >
        <Mark />
        <Box component="strong" sx={{ fontFamily: "h2.fontFamily" }}>
          Verdant Loop
        </Box>
      </Box>
      <Box
        sx={{
          color: "text.secondary",
          fontSize: 13,
          flex: "0 1 auto",
          whiteSpace: "nowrap",
          overflow: "hidden",
          textOverflow: "ellipsis",
        }}
      >
        {department}
      </Box>
      {children}
    </Box>
  );
}
