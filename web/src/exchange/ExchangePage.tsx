/** The department as a file, in and out: begun here, done in the background, kept for a week. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import MuiLink from "@mui/material/Link";
import { exchangePaths, type Transfer } from "@verdant/contract/exchange";
import { limits } from "@verdant/contract/wire";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { problemOf, sentenceOf } from "../platform/problem.ts";
import { moment } from "../ui/dates.ts";
import { FileDrop } from "../ui/FileDrop.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { sizeInWords } from "../ui/sizeInWords.ts";
import { useToast } from "../ui/Toasts.tsx";
import {
  useAgreeToImportMutation,
  useBringFileMutation,
  useCancelTransferMutation,
  useListTransfersQuery,
  useStartExportMutation,
} from "./api.ts";
import { KeptParts } from "./KeptParts.tsx";
import { noteInWords } from "./noteInWords.ts";
import { UndoImport } from "./UndoImport.tsx";
import { PackageReport } from "./PackageReport.tsx";
import { placeInWords, transferInWords } from "./transferInWords.ts";
import { t } from "../platform/words.ts";

const goesOn = ({ state }: Transfer) => state === "waiting" || state === "running" || state === "receiving";
const askEveryMs = 1500;

export function ExchangePage() {
  const [asksOn, setAsksOn] = useState(false);
  const { data, error, refetch } = useListTransfersQuery(undefined, {
    pollingInterval: asksOn ? askEveryMs : 0,
    refetchOnMountOrArgChange: true,
  });
  const isBusy = data?.transfers.some(goesOn) ?? false;
  // Asked again only as long as something goes on.
  if (isBusy !== asksOn) setAsksOn(isBusy);
  return (
    <Page
      title={t("Import and export")}
      about={t("items and the department as files")}
      actions={
        <Button component={Link} to="/team">
          {t("Back to the team")}
        </Button>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          gap: 2,
          alignItems: "start",
          mb: 3,
        }}
      >
        <Stack spacing={2}>
          <Bring />
          {error && <Failed error={error} retry={() => void refetch()} />}
          {!data && !error && <Loading what={t("imports and exports")} />}
          {data && data.transfers.length > 0 && (
            <section aria-labelledby="transfers-heading">
              <Typography variant="h2" id="transfers-heading" sx={{ mb: 1 }}>
                {t("Of the last week")}
              </Typography>
              <Paper component="ul" aria-labelledby="transfers-heading" sx={{ m: 0, p: 0, listStyle: "none" }}>
                {data.transfers.map((one) => (
                  <Row key={one.id} transfer={one} />
                ))}
              </Paper>
            </section>
          )}
        </Stack>
        <WriteOut />
      </Box>
      <KeptParts />
    </Page>
  );
}

function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Paper sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Paper>
  );
}

function Bring() {
  const [bring, { isLoading }] = useBringFileMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File) => {
    setTrouble(null);
    if (file.size > limits.departmentFileBytes) {
      setTrouble(
        t("{{file}} has {{size}}; a file may have 500 MB at most.", { file: file.name, size: sizeInWords(file.size) }),
      );
      return;
    }
    const { error } = await bring(file);
    if (error)
      setTrouble(t("{{file}} did not arrive. {{detail}}", { file: file.name, detail: problemOf(error).detail }));
  };
  return (
    <Card title={t("Import")}>
      <Typography sx={{ mb: 1.5 }}>
        {t(
          "A table of items (workbook or CSV) as it is exported here, a package of items from any program that writes QTI (3.0, 2.2 or 2.1), or a department file. It is read first and says what it would do; nothing is imported before you say so. What you have already stays; an item that differs gets a new revision.",
        )}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {t("Items that others made are imported as drafts: no quiz asks them before you approve them.")}{" "}
        <MuiLink component={Link} to="/bank/paste">
          {t("Tables with other headings, pasted text, word-processor files")}
        </MuiLink>
      </Typography>
      <FileDrop
        accept="application/json,.json,application/zip,.zip,text/csv,.csv,.tsv,.xlsx"
        isBusy={isLoading}
        onFile={(file) => void take(file)}
        hint={isLoading ? t("On its way…") : t("or drop it here")}
      />
      {trouble !== null && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {trouble}
        </Alert>
      )}
    </Card>
  );
}

/** What goes out: what each form holds and leaves out, and its buttons. */
const forms: readonly {
  readonly name: string;
  readonly about: string;
  readonly buttons: readonly (readonly [Transfer["format"], string])[];
  readonly below?: string;
}[] = [
  {
    name: t("Table of items"),
    about: t(
      "to read and change in a spreadsheet and import again: a row for each item, with all that it says. It leaves out pictures, shared texts and what the standards say.",
    ),
    buttons: [
      ["workbook", t("Export a workbook")],
      ["table", t("Export a CSV file")],
    ],
  },
  {
    name: t("Questions as text"),
    about: t(
      "to read, print or change, and to import again under Bank: the questions by topic, then key and explanations. It leaves out pictures, shared texts, formatting and wrong ideas, and names the items that it cannot hold.",
    ),
    buttons: [
      ["word", t("Export a word-processor file")],
      ["text", t("Export plain text")],
    ],
  },
  {
    name: t("Package of items"),
    about: t(
      "(QTI 3.0), for other programs or another department: the items, with pictures, texts, topics and standards. Programs that do not read it may read the older form (QTI 2.2), which holds the same.",
    ),
    buttons: [
      ["package", t("Export a package")],
      ["olderPackage", t("Export in the older form")],
    ],
  },
  {
    name: t("Department file"),
    about: t(
      "(JSON), for another installation of this program: what a package holds, and courses, patterns, and this year's classes with their students' names and entry cards.",
    ),
    buttons: [["department", t("Export the department")]],
  },
  {
    name: t("Everything"),
    about: t(
      "(zip file), to keep, or to move to another installation, where whoever runs it restores it: also quizzes, releases, answers, comments and earlier revisions, which no other file holds. It leaves out passwords, entry cards and links.",
    ),
    buttons: [
      ["archive", t("Export everything")],
      ["archiveWithoutPeople", t("Export everything without people")],
    ],
    below: t("Without people: no names, addresses or answers; comments on items stay, and nobody is their author."),
  },
];

function WriteOut() {
  const [start, { isLoading }] = useStartExportMutation();
  const say = useToast();
  const begin = async (format: Transfer["format"]) => {
    const { error } = await start({ body: { format } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Card title={t("Export")}>
      <Stack spacing={2}>
        {forms.map(({ name, about, buttons, below }) => (
          <div key={name}>
            <Typography sx={{ mb: 0.5 }}>
              <strong>{name}</strong> {about}
            </Typography>
            <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
              {buttons.map(([format, label]) => (
                <Button key={format} variant="outlined" loading={isLoading} onClick={() => void begin(format)}>
                  {label}
                </Button>
              ))}
            </Box>
            {below !== undefined && (
              <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
                {below}
              </Typography>
            )}
          </div>
        ))}
      </Stack>
    </Card>
  );
}

/** Looked through, or agreed to as it was chosen. */
function Agree({ transfer: { id, name } }: { transfer: Transfer }) {
  const [agree, { isLoading }] = useAgreeToImportMutation();
  const say = useToast();
  const take = async () => {
    const { error } = await agree({ params: { transferId: id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        component={Link}
        to={`/exchange/${id}`}
        aria-label={t("Look through {{name}}", { name })}
      >
        {t("Look through")}
      </Button>
      <Button
        size="small"
        variant="contained"
        loading={isLoading}
        onClick={() => void take()}
        aria-label={t("Import {{name}}", { name })}
      >
        {t("Import")}
      </Button>
    </>
  );
}

function Row({ transfer }: { transfer: Transfer }) {
  const { id, kind, state, name, share, askedBy, askedAt, imported, problem } = transfer;
  const [isOpen, setOpen] = useState(false);
  const isTable = transfer.format === "table" || transfer.format === "workbook";
  const [cancel, { isLoading }] = useCancelTransferMutation();
  const say = useToast();
  const stop = async () => {
    const { error } = await cancel({ params: { transferId: id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box
      component="li"
      sx={{ px: 2, py: 1.25, borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } }}
    >
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1 }}>
        <Box sx={{ flex: "1 1 260px", minWidth: 0 }}>
          <Typography sx={{ overflowWrap: "anywhere" }}>
            <strong>{name}</strong>: {transferInWords(transfer)}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {kind === "import" ? t("Import") : t("Export")} · {askedBy} · {moment(askedAt)}
          </Typography>
        </Box>
        {state === "read" && <Agree transfer={transfer} />}
        {((goesOn(transfer) && state !== "receiving") || state === "read") && (
          <Button
            size="small"
            disabled={isLoading}
            aria-label={t("Cancel {{name}}", { name })}
            onClick={() => void stop()}
          >
            {t("Cancel")}
          </Button>
        )}
        {kind === "export" && state === "done" && (
          <Button
            size="small"
            variant="outlined"
            component="a"
            href={`/api${exchangePaths.file.replace(":transferId", id)}`}
            download={name}
            aria-label={t("Download {{name}}", { name })}
          >
            {t("Download")}
          </Button>
        )}
      </Box>
      {goesOn(transfer) && (
        <LinearProgress
          aria-label={t("{{name}}: how far it is", { name })}
          sx={{ mt: 1 }}
          {...(state === "running" && kind === "import" && share < 1
            ? { variant: "determinate" as const, value: 100 * share }
            : {})}
        />
      )}
      {transfer.canUndo && <UndoImport of={transfer} />}
      {imported?.notes?.map((note) => (
        <Typography key={noteInWords(note)} variant="body2">
          {noteInWords(note)}
        </Typography>
      ))}
      {imported?.parts && (
        <Box sx={{ mt: 0.5 }}>
          <Button
            size="small"
            aria-expanded={isOpen}
            onClick={() => {
              setOpen(!isOpen);
            }}
          >
            {isTable
              ? isOpen
                ? t("Hide what became of each row")
                : t("What became of each row")
              : isOpen
                ? t("Hide what became of each part")
                : t("What became of each part")}
          </Button>
          {imported.created.items > 0 && state === "done" && !transfer.undone && (
            <Button size="small" component={Link} to="/bank?status=draft">
              {t("Look at the drafts")}
            </Button>
          )}
          {isOpen && <PackageReport transferId={id} />}
        </Box>
      )}
      {problem && (
        <Alert severity="error" icon={false} sx={{ mt: 1, py: 0.25 }}>
          {sentenceOf(problem)}
          {problem.errors.length > 0 && (
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {problem.errors.map((one, i) => (
                <li key={`${i} ${one.pointer}`}>
                  {placeInWords(one.pointer)}: {sentenceOf(one)}
                </li>
              ))}
            </Box>
          )}
        </Alert>
      )}
    </Box>
  );
}
