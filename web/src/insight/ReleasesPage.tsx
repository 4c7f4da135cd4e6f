import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import { useListReleasesQuery } from "../delivery/api.ts";
import { counted, moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";

/** Everything that was released, newest first. */
export function ReleasesPage() {
  const { data, error, isLoading, refetch } = useListReleasesQuery();
  return (
    <Page title="Results" about={data && counted(data.releases.length, "release")}>
      {isLoading && <Loading what="releases" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data?.releases.length === 0 && (
        <Empty>Nothing has been released yet. Compose a quiz and release it to a class.</Empty>
      )}
      {data && data.releases.length > 0 && (
        <Paper component="ul" aria-label="Releases" sx={{ m: 0, p: 0, listStyle: "none" }}>
          {data.releases.map((release) => (
            <Box
              component="li"
              key={release.id}
              sx={{
                display: "grid",
                gridTemplateColumns: "1fr 90px 200px 160px",
                gap: 2,
                px: 2,
                py: 1.25,
                alignItems: "baseline",
                borderTop: 1,
                borderColor: "divider",
                "&:first-of-type": { borderTop: 0 },
              }}
            >
              <Link
                component={RouterLink}
                to={`/results/${release.id}`}
                color="inherit"
                underline="hover"
                sx={{ fontWeight: 700 }}
              >
                {release.name}
              </Link>
              <Typography variant="body2">{release.className}</Typography>
              <Typography variant="body2">
                {release.handedIn} of {release.students} handed in
              </Typography>
              <Typography variant="body2" color="textSecondary">
                {release.opening === "open" ? "open since" : release.opening === "shut" ? "shut, opened" : "opens"}{" "}
                {moment(release.opensAt)}
              </Typography>
            </Box>
          ))}
        </Paper>
      )}
    </Page>
  );
}
