/** Further ways into and around the bank. */
import MenuItem from "@mui/material/MenuItem";
import { Link } from "react-router";
import { t } from "../../platform/words.ts";
import { MenuButton } from "../../ui/MenuButton.tsx";

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
  return (
    <MenuButton label={t("More")}>
      {ways.map(([name, to]) => (
        <MenuItem key={to} component={Link} to={to}>
          {name}
        </MenuItem>
      ))}
    </MenuButton>
  );
}
