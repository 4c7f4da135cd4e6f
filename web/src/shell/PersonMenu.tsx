import Avatar from "@mui/material/Avatar";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Typography from "@mui/material/Typography";
import { useColorScheme } from "@mui/material/styles";
import { useState } from "react";
import { Link } from "react-router";
import { useChangeDepartmentMutation, useListMyDepartmentsQuery, useSignOutMutation } from "../team/api.ts";
import { t } from "../platform/words.ts";

const modes = [
  ["system", t("Light or dark as the device")],
  ["light", t("Always light")],
  ["dark", t("Always dark")],
] as const;

/** Who is signed in: light or dark, the keys of the page, and signing out. */
export function PersonMenu(props: {
  name: string;
  belongsAs: "lead" | "teacher" | "guest";
  departmentId: string;
  showKeys?: () => void;
}) {
  const { name, belongsAs, departmentId, showKeys } = props;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [signOut] = useSignOutMutation();
  const [changeDepartment] = useChangeDepartmentMutation();
  const { departments = [] } = useListMyDepartmentsQuery(undefined, { skip: anchor === null }).data ?? {};
  const { mode, setMode } = useColorScheme();
  const initials = name
    .split(" ")
    .map((part) => part[0])
    .slice(0, 2)
    .join("");
  const close = () => {
    setAnchor(null);
  };
  return (
    <>
      <IconButton
        aria-label={t("{{name}}: account", { name })}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
        sx={{ p: 0.25 }}
      >
        <Avatar
          sx={{
            width: 30,
            height: 30,
            fontSize: 13,
            fontWeight: 700,
            bgcolor: "primary.main",
            color: "primary.contrastText",
          }}
        >
          {initials}
        </Avatar>
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <Typography variant="body2" color="textSecondary" sx={{ px: 2, py: 0.5 }}>
          {name}, {belongsAs}
        </Typography>
        {modes.map(([value, text]) => (
          <MenuItem
            key={value}
            selected={mode === value}
            onClick={() => {
              setMode(value);
              close();
            }}
          >
            {text}
          </MenuItem>
        ))}
        {departments
          .filter((one) => one.departmentId !== departmentId)
          .map((one) => (
            <MenuItem
              key={one.departmentId}
              onClick={() => {
                void changeDepartment({ body: { departmentId: one.departmentId } }).then(() => {
                  window.location.assign("/");
                });
              }}
            >
              {t("Go to {{department}}", { department: one.name })}
            </MenuItem>
          ))}
        {showKeys && (
          <MenuItem component={Link} to="/team" onClick={close} sx={{ display: { md: "none" } }}>
            {t("Team")}
          </MenuItem>
        )}
        {showKeys && (
          <MenuItem component={Link} to="/account" onClick={close}>
            {t("Your account")}
          </MenuItem>
        )}
        {showKeys && (
          <MenuItem
            onClick={() => {
              close();
              showKeys();
            }}
          >
            {t("Keys of this page")}
          </MenuItem>
        )}
        {showKeys && (
          <MenuItem component={Link} to="/help" onClick={close}>
            {t("Help")}
          </MenuItem>
        )}
        <MenuItem
          onClick={() => {
            // A new page load, so that nothing of this person stays in memory.
            void signOut().then(() => {
              // What was pasted and not yet taken in is nobody else's.
              sessionStorage.clear();
              window.location.assign("/");
            });
          }}
        >
          {t("Sign out")}
        </MenuItem>
      </Menu>
    </>
  );
}
