/** On the results home: items that the answers speak against and nobody has looked at. */
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import { t } from "../platform/words.ts";
import { useListDoubtsQuery } from "./api.ts";

export function KeysInDoubt() {
  const { data } = useListDoubtsQuery({});
  const waiting = data?.items.filter((one) => one.lookedAt === null) ?? [];
  const keys = waiting.filter(({ found }) => found.some(({ code }) => code === "keyDoubtful"));
  if (keys.length === 0) return null;
  return (
    <Typography sx={{ mb: 2 }}>
      <Link component={RouterLink} to="/doubts">
        {t("The answers speak against the key of {{count}} items: look", { count: keys.length })}
      </Link>
    </Typography>
  );
}
