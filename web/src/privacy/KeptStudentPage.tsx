/** What is kept of one student: in numbers, as a file, and how it is erased. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { showKeptStudent } from "@verdant/contract/privacy";
import type { Result } from "@verdant/contract/endpoint";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useEraseStudentMutation, useLazyExportStudentQuery, useShowKeptStudentQuery } from "./api.ts";
import { classesInWords, stillInWords } from "./keptInWords.ts";
import { saveStudentFile } from "./studentFile.ts";

type Shown = Result<typeof showKeptStudent>;

export function KeptStudentPage() {
  const { studentId = "" } = useParams();
  const { data, error, refetch } = useShowKeptStudentQuery(
    { params: { studentId } },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <Page
      title={data?.name ?? t("A student")}
      about={data && classesInWords(data)}
      actions={
        <Button component={RouterLink} to="/privacy">
          {t("All students")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("what is kept")} />}
      {data && (
        <Stack spacing={2} sx={{ maxWidth: 760 }}>
          <InNumbers of={data} />
          <Erase of={data} />
        </Stack>
      )}
    </Page>
  );
}

function InNumbers({ of }: { of: Shown }) {
  const [read, { isFetching }] = useLazyExportStudentQuery();
  const say = useToast();
  const save = async () => {
    const { data, error } = await read({ params: { studentId: of.studentId } });
    if (data) saveStudentFile(data);
    else say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Paper component="section" aria-labelledby="kept" sx={{ p: 2 }}>
      <Typography variant="h2" id="kept" sx={{ mb: 1 }}>
        {t("What is kept")}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        <li>
          {t("{{count}} goes at quizzes, with {{answers}} answers and their marks", {
            count: of.goes,
            answers: of.answers,
          })}
        </li>
        <li>{t("{{count}} texts that the student wrote", { count: of.ownWords })}</li>
        <li>{t("{{count}} texts that staff wrote about the student", { count: of.staffWords })}</li>
        <li>{t("what the class plan believes the student remembers, topic by topic")}</li>
      </Box>
      <Button variant="outlined" sx={{ mt: 1.5 }} disabled={isFetching} onClick={() => void save()}>
        {t("Save all of it as a file")}
      </Button>
    </Paper>
  );
}

function Erase({ of }: { of: Shown }) {
  const [isOpen, setOpen] = useState(false);
  const stillIn = stillInWords(of);
  return (
    <Paper component="section" aria-labelledby="erase" sx={{ p: 2 }}>
      <Typography variant="h2" id="erase" sx={{ mb: 1 }}>
        {t("Erase")}
      </Typography>
      <Typography variant="body2">
        {t(
          "The name, the entry cards, the seat and what was arranged go, and every text that was written by or about the student. Marks and chosen or typed answers stay without a name, so that the figures of the department stay true. It cannot be undone.",
        )}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {t("Copies that were taken before, exports and backups, still hold what they held.")}
      </Typography>
      {of.erasedOn !== null ? (
        <Alert severity="info" icon={false} sx={{ mt: 1.5 }}>
          {t("This student is erased already.")}
        </Alert>
      ) : stillIn !== null ? (
        <Alert severity="info" icon={false} sx={{ mt: 1.5 }}>
          {t("The student is still in {{classes}}: take them out of the class first.", { classes: stillIn })}{" "}
          {of.classes
            .filter(({ isIn }) => isIn)
            .map(({ id, name }) => (
              <Link key={id} component={RouterLink} to={`/classes/${id}`} sx={{ mr: 1 }}>
                {t("Class {{name}}", { name })}
              </Link>
            ))}
        </Alert>
      ) : (
        <Button
          color="error"
          variant="outlined"
          sx={{ mt: 1.5 }}
          onClick={() => {
            setOpen(true);
          }}
        >
          {t("Erase for good…")}
        </Button>
      )}
      {isOpen && (
        <Sure
          of={of}
          close={() => {
            setOpen(false);
          }}
        />
      )}
    </Paper>
  );
}

/** Asks for the name, so that nobody erases another by mistake. */
function Sure({ of, close }: { of: Shown; close: () => void }) {
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const [erase, { isLoading }] = useEraseStudentMutation();
  const say = useToast();
  const doIt = async () => {
    const { data, error } = await erase({ params: { studentId: of.studentId }, body: { name: name.trim() } });
    if (error) {
      setTrouble(problemOf(error).detail);
      return;
    }
    close();
    say({ text: t("Erased. What is left goes by the name “{{name}}”.", { name: data.name }) });
  };
  return (
    <Dialog open onClose={close} aria-labelledby="sure">
      <DialogTitle id="sure">{t("Erase {{name}} for good?", { name: of.name })}</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2 }}>
          {t("Nobody can bring it back. Save the file first if it may be asked for.")}
        </Typography>
        <TextField
          autoFocus
          fullWidth
          size="small"
          label={t("Write the name to confirm")}
          value={name}
          error={trouble !== null}
          helperText={trouble}
          onChange={({ target }) => {
            setName(target.value);
            setTrouble(null);
          }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button color="error" disabled={isLoading || name.trim() === ""} onClick={() => void doIt()}>
          {t("Erase for good")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
