/** Further ways into and around the bank. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import { Link } from "react-router";
import { t } from "../../platform/words.ts";

const ways = [
  ["Coverage", "/coverage"],
  [t("Topics and standards"), "/topics"],
  [t("Texts, maps and charts"), "/stimuli"],
  [t("Media shelf"), "/media"],
  [t("Many from few"), "/many"],
  [t("To check"), "/review"],
  [t("Items to look at"), "/doubts"],
  [t("Writing day"), "/writing"],
] as const;

export function MoreMenu() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("More")}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
      >
        {ways.map(([name, to]) => (
          <MenuItem key={to} component={Link} to={to}>
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
