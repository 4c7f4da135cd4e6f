import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { Link, useParams } from "react-router";
import { useListReleasesQuery, useShutReleaseMutation } from "../delivery/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { ItemTable } from "./ItemTable.tsx";
import { Sentences } from "./Sentences.tsx";
import { useShowResultsQuery } from "./api.ts";

/** What a release says: sentences first, then item by item, weakest first. Always said what the figures are from. */
export function ResultsPage() {
  const { releaseId = "" } = useParams();
  const { data, error, isLoading, refetch } = useShowResultsQuery(
    { params: { releaseId } },
    { pollingInterval: 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  return (
    <Page
      title={data?.name ?? "Results"}
      about={
        data &&
        `${data.className} · ${data.schoolYear.toLowerCase()} · first go · ${data.handedIn} of ${data.students} handed in`
      }
      actions={data && <Actions results={data} />}
    >
      {isLoading && <Loading what="results" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (
        <Stack spacing={2}>
          <Sentences results={data} />
          <section aria-labelledby="items-heading">
            <Typography variant="h2" id="items-heading" sx={{ mb: 1 }}>
              Items, weakest first
            </Typography>
            <ItemTable results={data} />
          </section>
          <Waiting results={data} />
        </Stack>
      )}
    </Page>
  );
}

function Actions({ results }: { results: Results }) {
  const { data } = useListReleasesQuery();
  const [shut, { isLoading }] = useShutReleaseMutation();
  const say = useToast();
  const isOpen =
    data?.releases.some((release) => release.id === results.releaseId && release.opening !== "shut") === true;
  const shutNow = async () => {
    const answer = await shut({ params: { releaseId: results.releaseId } });
    say(
      answer.error
        ? { text: problemOf(answer.error).detail, isError: true }
        : { text: "Shut. What was running has been handed in as it stood." },
    );
  };
  return (
    <>
      {isOpen && (
        <Button variant="outlined" disabled={isLoading} onClick={() => void shutNow()}>
          Shut it now
        </Button>
      )}
      <Button component={Link} to={`/plans/${results.classId}`} variant="contained">
        See the plan of {results.className}
      </Button>
    </>
  );
}

/** Who has not handed in yet. */
function Waiting({ results }: { results: Results }) {
  if (results.waiting.length === 0) return null;
  return (
    <section aria-labelledby="waiting-heading" id="waiting">
      <Typography variant="h2" id="waiting-heading" sx={{ mb: 1 }}>
        Not handed in
      </Typography>
      <Paper sx={{ p: 2 }}>
        <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none", columns: "200px", columnGap: 3 }}>
          {results.waiting.map((student) => (
            <Typography key={student.studentId} component="li" variant="body2">
              {student.name}
              {student.state === "running" && (
                <Box component="span" sx={{ color: "warning.dark", fontWeight: 700 }}>
                  {" "}
                  is writing
                </Box>
              )}
            </Typography>
          ))}
        </Box>
      </Paper>
    </section>
  );
}
