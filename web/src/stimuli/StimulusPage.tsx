/** A shared text, map or chart being written, and the items that hang on it. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { EditedStimulus } from "@verdant/contract/stimuli";
import { limits } from "@verdant/contract/wire";
import { blankStimulus, stimulusFaults, type Stimulus } from "@verdant/core/stimuli/stimulus";
import { useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { StimulusView } from "../player/StimulusView.tsx";
import { RichTextField } from "../richText/RichTextField.tsx";
import { LinkList } from "../ui/LinkList.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useRemoveStimulusMutation, useSaveStimulusMutation, useShowStimulusQuery } from "./api.ts";
import { faultInWords } from "../ui/faultInWords.ts";
import { t } from "../platform/words.ts";

/** /stimuli/new gets an id at once, so that what is written survives a reload. */
export function StimulusPage() {
  const { stimulusId = "" } = useParams();
  const navigate = useNavigate();
  useEffect(() => {
    if (stimulusId === "new") void navigate(`/stimuli/${crypto.randomUUID()}`, { replace: true });
  }, [stimulusId, navigate]);
  return stimulusId === "new" ? null : <LoadedStimulus key={stimulusId} stimulusId={stimulusId} />;
}

function LoadedStimulus({ stimulusId }: { stimulusId: string }) {
  const { data, error, refetch } = useShowStimulusQuery(
    { params: { stimulusId } },
    { refetchOnMountOrArgChange: true },
  );
  const isNew = error !== undefined && problemOf(error).kind === "missing";
  if (error && !isNew) return <Failed error={error} retry={() => void refetch()} />;
  if (!data && !isNew) return <Loading what={t("the text, map or chart")} />;
  return <Editor stimulusId={stimulusId} saved={isNew ? null : (data ?? null)} />;
}

const keptAt = (stimulusId: string) => `verdant.stimulus.${stimulusId}`;

interface Draft {
  /** The version it was begun from. */
  readonly version: number;
  readonly content: Stimulus;
}

function Editor({ stimulusId, saved }: { stimulusId: string; saved: EditedStimulus | null }) {
  const [draft, setDraft] = useState<Draft>(() => {
    const kept = sessionStorage.getItem(keptAt(stimulusId));
    if (kept !== null) return JSON.parse(kept) as Draft;
    return { version: saved?.version ?? 0, content: saved?.content ?? blankStimulus() };
  });
  const [save, { isLoading, error }] = useSaveStimulusMutation();
  const navigate = useNavigate();
  const say = useToast();
  const { content } = draft;
  const [missing] = stimulusFaults(content);
  const set = (change: Partial<Stimulus>) => {
    const next = { ...draft, content: { ...content, ...change } };
    sessionStorage.setItem(keptAt(stimulusId), JSON.stringify(next));
    setDraft(next);
  };
  const keep = async (then?: string) => {
    const answer = await save({ params: { stimulusId }, body: draft });
    if (answer.error) return;
    sessionStorage.removeItem(keptAt(stimulusId));
    setDraft({ version: answer.data.version, content: answer.data.content });
    say({ text: t("“{{title}}” is saved.", { title: answer.data.content.title }) });
    if (then !== undefined) await navigate(then);
  };
  const writeOn = `/bank/new?stimulus=${stimulusId}`;
  return (
    <Page
      title={saved ? saved.content.title : t("New text, map or chart")}
      about={missing ? t("Still needed: {{text}}", { text: faultInWords(missing) }) : aboutOf(saved)}
      actions={
        <>
          <Button component={Link} to="/stimuli">
            {t("Back to the others")}
          </Button>
          {saved && (
            <Button component={Link} to={`/stimuli/${stimulusId}/history`}>
              {t("History")}
            </Button>
          )}
          {saved && <RemoveButton saved={saved} />}
          <Button variant="outlined" disabled={isLoading || missing !== undefined} onClick={() => void keep(writeOn)}>
            {t("Save and write an item on it")}
          </Button>
          <Button variant="contained" disabled={isLoading || missing !== undefined} onClick={() => void keep()}>
            {t("Save")}
          </Button>
        </>
      }
    >
      {error && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          gap: 3,
          alignItems: "start",
        }}
      >
        <Stack spacing={2}>
          <TextField
            label={t("Title")}
            required
            value={content.title}
            slotProps={{ htmlInput: { maxLength: limits.name } }}
            onChange={(event) => {
              set({ title: event.target.value });
            }}
          />
          <RichTextField
            label={t("Text, map or chart")}
            value={content.text}
            onChange={(text) => {
              set({ text });
            }}
          />
          <Box component="section" aria-label={t("Items on it")}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              {t("Items on it")}
            </Typography>
            {(saved?.items.length ?? 0) === 0 ? (
              <Typography color="textSecondary">
                {t(
                  "None yet. Save it and write one; or open an item and choose this under “Linked text, map or chart”.",
                )}
              </Typography>
            ) : (
              <LinkList
                label={t("Items on it")}
                columns="1fr 90px"
                rows={(saved?.items ?? []).map((item) => ({
                  id: item.id,
                  to: `/bank/${item.id}`,
                  name: `${item.number} ${item.stem}`,
                  after: [item.status],
                }))}
              />
            )}
          </Box>
        </Stack>
        <Paper sx={{ p: 2.5 }} component="section" aria-label={t("As a student sees it")}>
          <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 0, mb: 1 }}>
            {t("As a student sees it")}
          </Typography>
          <StimulusView stimulus={content} />
        </Paper>
      </Box>
    </Page>
  );
}

function aboutOf(saved: EditedStimulus | null): string {
  if (saved === null) return t("not saved yet");
  const open =
    saved.openReleases > 0
      ? t("; {{count}} open releases show it as it was when released", { count: saved.openReleases })
      : "";
  return t("{{count}} items on it{{open}}", { count: saved.items.length, open });
}

function RemoveButton({ saved }: { saved: EditedStimulus }) {
  const [remove, { isLoading }] = useRemoveStimulusMutation();
  const navigate = useNavigate();
  const say = useToast();
  const take = async () => {
    const answer = await remove({ params: { stimulusId: saved.id } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else await navigate("/stimuli");
  };
  return (
    <Button color="inherit" disabled={isLoading || saved.items.length > 0} onClick={() => void take()}>
      {t("Remove")}
    </Button>
  );
}
