/** The paths of a class, on its page. */
import Button from "@mui/material/Button";
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import Link from "@mui/material/Link";
import { Link as RouterLink } from "react-router";
import { t } from "../platform/words.ts";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { useListPathsQuery } from "./api.ts";

export function PathsPanel({ classId }: { classId: string }) {
  const { paths = [] } = useListPathsQuery({ params: { classId } }).data ?? {};
  return (
    <Paper component="section" aria-labelledby="paths-heading" sx={{ p: 2 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1 }}>
        <Typography variant="h2" id="paths-heading" sx={{ flex: 1 }}>
          {t("Paths")} <WhatIsThis term="path" />
        </Typography>
        <Button component={RouterLink} to={`/classes/${classId}/paths/new`} variant="outlined">
          {t("New path")}
        </Button>
      </Box>
      {paths.length === 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {t("None yet. On a path students practise, show you, and take a check that opens when they are ready.")}
        </Typography>
      )}
      <Box component="ul" sx={{ m: 0, mt: paths.length > 0 ? 1 : 0, p: 0, listStyle: "none" }}>
        {paths.map(({ id, name, steps, isArchived }) => (
          <Box component="li" key={id} sx={{ py: 0.75, borderTop: 1, borderColor: "divider" }}>
            <Link component={RouterLink} to={`/paths/${id}`} sx={{ fontWeight: 700 }}>
              {name}
            </Link>{" "}
            <Typography component="span" variant="body2" color="textSecondary">
              {t("{{count}} steps", { count: steps })}
              {isArchived && ` · ${t("archived")}`}
            </Typography>
          </Box>
        ))}
      </Box>
    </Paper>
  );
}
