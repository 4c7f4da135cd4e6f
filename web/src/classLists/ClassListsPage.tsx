/** The school's class lists: read from a file or from the school's system, then compared and imported; marks sent there. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ClassListsView, Errand } from "@verdant/contract/classLists";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { problemOf, sentenceOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";
import { FileDrop } from "../ui/FileDrop.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useBringClassListsMutation,
  useDropClassListsMutation,
  useFetchClassListsMutation,
  useSendMarksMutation,
  useShowClassListsQuery,
} from "./api.ts";
import { Connection } from "./Connection.tsx";
import { errandInWords } from "./listsInWords.ts";

const askEveryMs = 1500;
const goesOn = ({ state }: Errand) => state === "waiting" || state === "running";

export function ClassListsPage() {
  const [asksOn, setAsksOn] = useState(false);
  const { data, error, refetch } = useShowClassListsQuery(undefined, {
    pollingInterval: asksOn ? askEveryMs : 0,
    refetchOnMountOrArgChange: true,
  });
  const isBusy = data?.errands.some(goesOn) ?? false;
  // Asked again only as long as something goes on.
  if (isBusy !== asksOn) setAsksOn(isBusy);
  return (
    <Page
      title={t("Class lists")}
      about={t("who is in which class, as the school’s own system has it")}
      actions={
        <Button component={Link} to="/team">
          {t("Back to the team")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("class lists")} />}
      {data && (
        <>
          <Box
            sx={{
              display: "grid",
              gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
              gap: 2,
              mb: 3,
            }}
          >
            <Read isConnected={data.connection !== null} />
            <Connection services={data.services} connection={data.connection} />
          </Box>
          {data.errands.length > 0 && <Errands errands={data.errands} />}
          {data.connection && <Marks classes={data.classes} />}
        </>
      )}
    </Page>
  );
}

function Read({ isConnected }: { isConnected: boolean }) {
  const [bring, { isLoading }] = useBringClassListsMutation();
  const [fetchLists, { isLoading: isFetching }] = useFetchClassListsMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const navigate = useNavigate();
  const take = async (file: File) => {
    setTrouble(null);
    const { data, error } = await bring(file);
    if (data) await navigate(`/class-lists/${data.id}`);
    else setTrouble(t("{{file}} was not read. {{detail}}", { file: file.name, detail: problemOf(error).detail }));
  };
  const fetchThem = async () => {
    setTrouble(null);
    const { error } = await fetchLists();
    if (error) setTrouble(problemOf(error).detail);
  };
  return (
    <Paper component="section" aria-label={t("Read class lists")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t("Read class lists")}
      </Typography>
      <Typography sx={{ mb: 1.5 }}>
        {t(
          "You see what would change before anything does, and choose the classes. A school lists those of every subject.",
        )}
      </Typography>
      <FileDrop
        accept="application/zip,.zip"
        isBusy={isLoading}
        onFile={(file) => void take(file)}
        hint={t("or drop it here: a zip file, OneRoster 1.2 or 1.1")}
      >
        {isConnected && (
          <Button variant="contained" loading={isFetching} onClick={() => void fetchThem()}>
            {t("Read from the school’s system")}
          </Button>
        )}
      </FileDrop>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {t("Passwords, birthdays and addresses are never read. Lists that nobody imports are removed after two days.")}
      </Typography>
      {trouble !== null && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {trouble}
        </Alert>
      )}
    </Paper>
  );
}

function Errands({ errands }: { errands: readonly Errand[] }) {
  return (
    <Box component="section" aria-labelledby="errands-heading" sx={{ mb: 3 }}>
      <Typography variant="h2" id="errands-heading" sx={{ mb: 1 }}>
        {t("Read and sent")}
      </Typography>
      <Paper component="ul" aria-labelledby="errands-heading" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {errands.map((one) => (
          <Row key={one.id} errand={one} />
        ))}
      </Paper>
    </Box>
  );
}

function Row({ errand }: { errand: Errand }) {
  const [drop, { isLoading }] = useDropClassListsMutation();
  const say = useToast();
  const { id, kind, state, name, askedAt, askedBy, problem, share, sent } = errand;
  const stop = async () => {
    const { error } = await drop({ params: { errandId: id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box component="li" sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 1 }}>
        <Box sx={{ flex: { xs: "1 1 100%", sm: 1 }, minWidth: 0, overflowWrap: "anywhere" }}>
          <strong>
            {kind === "send"
              ? t("Marks of {{name}}", { name })
              : kind === "fetch"
                ? t("Class lists of {{name}}", { name })
                : name}
          </strong>
          {": "}
          {errandInWords(errand)}
          <Typography variant="body2" color="textSecondary">
            {moment(askedAt)}, {askedBy}
          </Typography>
        </Box>
        {state === "ready" && (
          <Button component={Link} to={`/class-lists/${id}`} variant="contained">
            {t("Compare and import")}
          </Button>
        )}
        {(state === "ready" || goesOn(errand)) && (
          <Button loading={isLoading} onClick={() => void stop()}>
            {state === "ready" ? t("Remove") : t("Stop")}
          </Button>
        )}
      </Box>
      {goesOn(errand) && (
        <LinearProgress
          aria-label={errandInWords(errand)}
          variant={share > 0 ? "determinate" : "indeterminate"}
          value={100 * share}
          sx={{ mt: 1 }}
        />
      )}
      {problem && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {sentenceOf(problem)}
        </Alert>
      )}
      {sent && sent.refusedCount > 0 && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          {t("The school’s system did not take:")}
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {sent.refused.map(({ what, status }) => (
              <li key={what}>{t("{{what}} ({{status}})", { what, status })}</li>
            ))}
          </Box>
          {sent.refusedCount > sent.refused.length &&
            t("and {{n}} more", { n: sent.refusedCount - sent.refused.length })}
        </Alert>
      )}
    </Box>
  );
}

function Marks({ classes }: { classes: ClassListsView["classes"] }) {
  const [send, { isLoading }] = useSendMarksMutation();
  const say = useToast();
  const begin = async (classId: string) => {
    const { error } = await send({ params: { classId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <section aria-labelledby="send-heading">
      <Typography variant="h2" id="send-heading" sx={{ mb: 0.5 }}>
        {t("Send marks to the school’s system")}
      </Typography>
      <Typography sx={{ mb: 1.5 }}>
        {t(
          "The newest 40 quizzes of a class, what counts of each, who is excused and who did not hand in. Only what it does not have yet is sent.",
        )}
      </Typography>
      <Stack component="ul" spacing={1} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {classes.map(({ classId, name, isListed, sentAt }) => (
          <Paper
            key={classId}
            component="li"
            sx={{ px: 2, py: 1, display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1 }}
          >
            <Box sx={{ flex: "1 1 12rem" }}>
              <strong>{name}</strong>
              <Typography variant="body2" color="textSecondary">
                {!isListed
                  ? t("not in the class lists yet: import its list first")
                  : sentAt === null
                    ? t("not sent yet")
                    : t("sent {{moment}}", { moment: moment(sentAt) })}
              </Typography>
            </Box>
            <Button
              variant="outlined"
              disabled={!isListed}
              loading={isLoading}
              aria-label={t("Send marks of {{name}}", { name })}
              onClick={() => void begin(classId)}
            >
              {t("Send marks")}
            </Button>
          </Paper>
        ))}
      </Stack>
    </section>
  );
}
