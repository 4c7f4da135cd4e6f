/** The slim bar on top and the page under it; who is not signed in sees the sign-in page instead. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import IconButton from "@mui/material/IconButton";
import { Search } from "lucide-react";
import { lazy, Suspense, useState, type ReactNode } from "react";
import { Outlet, Link as RouterLink } from "react-router";
import { SignInPage } from "../team/SignInPage.tsx";
import { useShowSessionQuery } from "../team/api.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { ClassInFocus } from "./ClassInFocus.tsx";
import { DemoClock } from "./DemoClock.tsx";
import { LowDoors, lowDoorsHeight, TopDoors } from "./Doors.tsx";
import { Mark } from "./Mark.tsx";
import { PersonMenu } from "./PersonMenu.tsx";
import { TopOfPage } from "../ui/TopOfPage.tsx";
import { useShellKeys } from "./useShellKeys.ts";
import { t } from "../platform/words.ts";

const GuestPage = lazy(async () => ({ default: (await import("../sharing/GuestPage.tsx")).GuestPage }));
const AccountPage = lazy(async () => ({ default: (await import("../team/AccountPage.tsx")).AccountPage }));
const Finder = lazy(async () => ({ default: (await import("../finder/Finder.tsx")).Finder }));
const Shortcuts = lazy(async () => ({ default: (await import("./Shortcuts.tsx")).Shortcuts }));

export function Shell() {
  const { data, error, refetch } = useShowSessionQuery();
  const { dialog, setDialog } = useShellKeys();
  const [isSettingUp, setSettingUp] = useState(false);
  const close = () => {
    setDialog(null);
  };
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what={t("your session")} />;
  if (data.guest)
    return (
      <>
        <Bar department={data.guest.department}>
          <Box sx={{ flex: 1 }} />
          <PersonMenu name={data.guest.name} belongsAs="guest" departmentId={data.guest.departmentId} />
        </Bar>
        <Suspense fallback={<Loading what={t("the items")} />}>
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
        <Suspense fallback={<Loading what={t("your account")} />}>
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
        {t("Skip to the page")}
      </Link>
      <Bar department={data.member.department}>
        <TopDoors />
        {data.isDemo && <DemoClock />}
        <ClassInFocus />
        <Button
          size="small"
          aria-keyshortcuts="Control+K Meta+K"
          title={t("Ctrl or Cmd K")}
          onClick={() => {
            setDialog("finder");
          }}
          sx={{ color: "text.secondary", display: { xs: "none", md: "inline-flex" } }}
        >
          {t("Find anything")}
        </Button>
        <IconButton
          aria-label={t("Find anything")}
          onClick={() => {
            setDialog("finder");
          }}
          sx={{ display: { md: "none" } }}
        >
          <Search size={20} />
        </IconButton>
        <PersonMenu
          name={data.member.name}
          belongsAs={data.member.role}
          departmentId={data.member.departmentId}
          showKeys={() => {
            setDialog("shortcuts");
          }}
        />
      </Bar>
      <Box id="content" sx={{ pb: { xs: `calc(${lowDoorsHeight}px + env(safe-area-inset-bottom))`, md: 0 } }}>
        <TopOfPage />
        <Outlet />
      </Box>
      <LowDoors />
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
        height: { xs: 52, md: 48 },
        px: { xs: 1.5, md: 2.5 },
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
        aria-label={t("Verdant Loop")}
        sx={{
          flex: "none",
          display: "flex",
          alignItems: "center",
          gap: 1.25,
          color: "inherit",
          textDecoration: "none",
        }}
      >
        <Mark />
        <Box component="strong" sx={{ fontFamily: "h2.fontFamily", display: { xs: "none", sm: "block" } }}>
          {t("Verdant Loop")}
        </Box>
      </Box>
      <Box
        sx={{
          color: "text.secondary",
          fontSize: 13,
          flex: { xs: 1, md: "0 1 auto" },
          minWidth: 0,
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
