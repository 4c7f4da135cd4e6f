/** A pattern or list being written, the items it makes beside it, and what a change would do to those that are there. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ShownMany } from "@verdant/contract/many";
import { limits } from "@verdant/contract/wire";
import { changeOfMany, makeMany, type Many, type ManyChange } from "@verdant/core/many/many";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { TopicField } from "../standards/TopicField.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { MadeItems } from "./MadeItems.tsx";
import { PairListFields } from "./PairListFields.tsx";
import { PatternFields } from "./PatternFields.tsx";
import { PractisePanel } from "./PractisePanel.tsx";
import { useSaveManyMutation, useShowManyQuery } from "./api.ts";
import { t } from "../platform/words.ts";

/** /many/new gets an id at once, so that what is written survives a reload. */
export function ManyPage() {
  const { manyId = "" } = useParams();
  const navigate = useNavigate();
  const { search } = useLocation();
  useEffect(() => {
    if (manyId === "new") void navigate(`/many/${crypto.randomUUID()}${search}`, { replace: true });
  }, [manyId, navigate, search]);
  return manyId === "new" ? null : <LoadedMany key={manyId} manyId={manyId} />;
}

function LoadedMany({ manyId }: { manyId: string }) {
  const [search] = useSearchParams();
  const { data, error, refetch } = useShowManyQuery({ params: { manyId } }, { refetchOnMountOrArgChange: true });
  const isNew = error !== undefined && problemOf(error).kind === "missing";
  if (error && !isNew) return <Failed error={error} retry={() => void refetch()} />;
  if (!data && !isNew) return <Loading what={t("the pattern or list")} />;
  const blank = search.get("kind") === "list" ? blankList : blankPattern;
  return (
    <Editor manyId={manyId} saved={data ?? null} blank={{ name: "", topicId: search.get("topic"), body: blank }} />
  );
}

interface Draft {
  readonly name: string;
  readonly topicId: string | null;
  readonly body: Many;
}

const blankPattern: Many = {
  kind: "pattern",
  schemaVersion: 1,
  stem: "",
  values: "",
  key: "",
  unit: "",
  tolerancePercent: 0,
  distractors: "",
  explanation: "",
};
const blankList: Many = {
  kind: "list",
  schemaVersion: 1,
  pairs: "",
  forward: t("What is meant by “{left}”?"),
  backward: t("What is it called: {right}?"),
  isTyped: false,
};

/** Ids are made on the server when it is kept; here they only tell options apart. */
const newId = () => crypto.randomUUID().slice(0, 8);
const keptAt = (manyId: string) => `verdant.many.${manyId}`;

function Editor({ manyId, saved, blank }: { manyId: string; saved: ShownMany | null; blank: Draft }) {
  const [draft, setDraft] = useState<Draft>(() => {
    const kept = sessionStorage.getItem(keptAt(manyId));
    return kept === null ? (saved ?? blank) : (JSON.parse(kept) as Draft);
  });
  const [save, { isLoading, error }] = useSaveManyMutation();
  const navigate = useNavigate();
  const say = useToast();
  const body = useDeferredValue(draft.body);
  const { made, change, leftOut } = useMemo(() => {
    const all = makeMany(body, limits.itemsAtOnce, newId);
    const wanted = all.items.filter((one) => !saved?.leftOut.includes(one.rowKey));
    return { made: all, change: changeOfMany(saved?.items ?? [], wanted), leftOut: all.items.length - wanted.length };
  }, [body, saved]);
  const set = (next: Partial<Draft>) => {
    const { name, topicId, body: written } = { ...draft, ...next };
    sessionStorage.setItem(keptAt(manyId), JSON.stringify({ name, topicId, body: written }));
    setDraft({ name, topicId, body: written });
  };
  const keep = async () => {
    const { name, topicId } = draft;
    const answer = await save({
      params: { manyId },
      body: { version: saved?.version ?? 0, name, topicId, body: draft.body },
    });
    if (answer.error) return;
    sessionStorage.removeItem(keptAt(manyId));
    say({ text: t("“{{name}}” is saved: {{deed}}.", { name, deed: deedOf(answer.data) }) });
    await navigate("/many");
  };
  const pattern = draft.body.kind === "pattern" ? draft.body : null;
  const missing = [
    ...(draft.name.trim() === "" ? [t("a name")] : []),
    ...(draft.topicId === null ? [t("a topic")] : []),
    ...(made.items.length === 0 ? [t("values that make items")] : []),
  ];
  return (
    <Page
      title={saved ? saved.name : pattern ? t("New pattern") : t("New list")}
      about={missing.length > 0 ? t("Still needed: {{missing}}", { missing: missing.join(", ") }) : whatItDoes(change)}
      actions={
        <>
          <Button component={Link} to="/many">
            {t("Back to the others")}
          </Button>
          <Button variant="contained" disabled={isLoading || missing.length > 0} onClick={() => void keep()}>
            {saved ? t("Save the changes") : t("Put {{count}} items into the bank", { count: made.items.length })}
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
            label={t("Name")}
            required
            value={draft.name}
            placeholder={pattern ? t("Distances on maps") : t("Words of the coast")}
            slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }}
            onChange={(event) => {
              set({ name: event.target.value });
            }}
          />
          <TopicField
            label={t("Topic of its items")}
            required
            topicId={draft.topicId}
            choose={(topicId) => {
              set({ topicId });
            }}
          />
          {draft.body.kind === "pattern" ? (
            <PatternFields
              pattern={draft.body}
              onChange={(next) => {
                set({ body: next });
              }}
            />
          ) : (
            <PairListFields
              list={draft.body}
              onChange={(next) => {
                set({ body: next });
              }}
            />
          )}
        </Stack>
        <Box component="section" aria-label={t("What it makes")}>
          {saved && sessionStorage.getItem(keptAt(manyId)) === null && (
            <Box sx={{ mb: 2 }}>
              <PractisePanel name={saved.name} itemIds={saved.items.map((one) => one.itemId)} />
            </Box>
          )}
          {made.findings.slice(0, 20).map((finding, i) => (
            <Alert key={i} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
              {finding.place === "all" ? finding.text : `${finding.place}: ${finding.text}`}
            </Alert>
          ))}
          {leftOut > 0 && (
            <Typography color="textSecondary" sx={{ mb: 1 }}>
              {t("{{count}} rows left out: their items were retired on purpose.", { count: leftOut })}
            </Typography>
          )}
          {made.items.length === 0 && made.findings.length === 0 && (
            <Typography color="textSecondary">{t("The items show here as you write.")}</Typography>
          )}
          <MadeItems change={change} numberOf={(itemId) => saved?.items.find((one) => one.itemId === itemId)?.number} />
        </Box>
      </Box>
    </Page>
  );
}

function whatItDoes({ added, changed, same, left }: ManyChange): string {
  const parts = [
    ...(added.length > 0 ? [t("{{count}} items to add", { count: added.length })] : []),
    ...(changed.length > 0 ? [t("{{changed}} to change", { changed: changed.length })] : []),
    ...(left.length > 0 ? [t("{{left}} to retire", { left: left.length })] : []),
    ...(same.length > 0 ? [t("{{same}} as they are", { same: same.length })] : []),
  ];
  return parts.join(", ");
}

const deedOf = (done: { added: number; changed: number; same: number; retired: number }) =>
  [
    ...(done.added > 0 ? [t("{{count}} items added", { count: done.added })] : []),
    ...(done.changed > 0 ? [t("{{changed}} changed", { changed: done.changed })] : []),
    ...(done.retired > 0 ? [t("{{retired}} retired", { retired: done.retired })] : []),
    ...(done.same > 0 ? [t("{{same}} as they were", { same: done.same })] : []),
  ].join(", ");
