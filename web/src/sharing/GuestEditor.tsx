/** Writing as a guest: an item on a topic that was opened for it, with the same editors and checks as its owners have. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { SharedItem } from "@verdant/contract/sharing";
import { check } from "@verdant/core/checker/check";
import { faultsOf, kinds } from "@verdant/core/items/kinds";
import { isEmptyText } from "@verdant/core/richText";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { EditorDesk } from "../bank/editor/EditorDesk.tsx";
import { Difference } from "../bank/difference/Difference.tsx";
import { problemOf } from "../platform/problem.ts";
import { StimulusView } from "../player/StimulusView.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useSaveSharedItemMutation, useShowSharedItemQuery } from "./api.ts";
import { faultInWords } from "../ui/faultInWords.ts";
import { t } from "../platform/words.ts";

type Work = Pick<SharedItem, "content" | "demand" | "keptFindings"> & { readonly topicId: string | null };

interface Begun {
  readonly version: number;
  readonly work: Work;
}

/** A guest has no drafts at the server: what is not saved yet is kept in this browser. */
const unsaved = {
  key: (itemId: string) => t("unsaved item {{itemId}}", { itemId }),
  read: (itemId: string): Begun | null => {
    try {
      // Safe: nothing but `keep` writes under this key.
      return JSON.parse(localStorage.getItem(unsaved.key(itemId)) ?? "null") as Begun | null;
    } catch {
      return null;
    }
  },
  keep: (itemId: string, begun: Begun) => {
    localStorage.setItem(unsaved.key(itemId), JSON.stringify(begun));
  },
  drop: (itemId: string) => {
    localStorage.removeItem(unsaved.key(itemId));
  },
};

export function GuestEditor(props: {
  itemId: string;
  isNew: boolean;
  /** Those on which the guest may write. */
  topics: readonly { id: string; name: string }[];
  /** Where a new item begins. */
  topicId: string | null;
  close: (saved: SharedItem | null) => void;
}) {
  const { itemId, isNew, topicId } = props;
  const { data, error } = useShowSharedItemQuery(
    { params: { itemId } },
    { skip: isNew, refetchOnMountOrArgChange: true },
  );
  if (error) return <Failed error={error} />;
  if (!isNew && !data) return <Loading what={t("the item")} />;
  const blank = kinds.oneRightAnswer.blank(() => crypto.randomUUID().slice(0, 8));
  const saved: Begun = data
    ? { version: data.version, work: data }
    : { version: 0, work: { content: blank, demand: "recall", keptFindings: [], topicId } };
  return <Editor {...props} item={data ?? null} start={unsaved.read(itemId) ?? saved} saved={saved} />;
}

function Editor(props: Parameters<typeof GuestEditor>[0] & { item: SharedItem | null; start: Begun; saved: Begun }) {
  const { itemId, isNew, topics, close, item, start, saved } = props;
  const [begun, setBegun] = useState(start);
  const [isDirty, setDirty] = useState(start !== saved);
  const [save, { isLoading, error }] = useSaveSharedItemMutation();
  const say = useToast();
  const { work } = begun;
  const content = useDeferredValue(work.content);
  const isEmpty = isEmptyText(content.stem);
  const findings = useMemo(
    () => (isEmpty ? [] : check(content, { use: item?.use ?? "practice" })),
    [isEmpty, content, item?.use],
  );
  const faults = [...faultsOf(work.content).map(faultInWords), ...(work.topicId ? [] : [t("Choose a topic.")])];
  const problem = error && problemOf(error);
  const isStale = problem?.kind === "stale" && item !== null && item.version !== begun.version;

  const change = (part: Partial<Work>) => {
    setBegun({ ...begun, work: { ...work, ...part } });
    setDirty(true);
  };
  useEffect(() => {
    if (isDirty) unsaved.keep(itemId, begun);
  }, [isDirty, itemId, begun]);

  const submit = async (version = begun.version) => {
    const { topicId, demand, keptFindings, content } = work;
    if (!topicId) return;
    const { data } = await save({ params: { itemId }, body: { version, topicId, demand, keptFindings, content } });
    if (!data) return;
    unsaved.drop(itemId);
    say({ text: t("Item {{number}} {{status}}", { number: data.number, status: savedAs[data.status] }) });
    close(data);
  };
  return (
    <Page
      title={isNew ? t("New item") : t("Item {{number}}", { number: item?.number ?? "" })}
      about={isDirty ? t("not saved yet; held in this browser") : t("as it is in the bank")}
      actions={
        <>
          <Button
            onClick={() => {
              unsaved.drop(itemId);
              close(null);
            }}
          >
            {isDirty ? t("Discard my changes") : t("Cancel")}
          </Button>
          <Button
            variant="contained"
            loading={isLoading}
            disabled={work.topicId === null || !isDirty}
            onClick={() => void submit()}
          >
            {t("Save")}
          </Button>
        </>
      }
    >
      {problem && !isStale && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem.detail}
        </Alert>
      )}
      {isStale && (
        <Alert severity="warning" icon={false} sx={{ mb: 2 }} aria-label={t("Saved by somebody else")}>
          <Typography sx={{ mb: 1 }}>{t("Somebody saved this item after you opened it.")}</Typography>
          <Difference before={item.content} after={work.content} names={[t("As it is now"), "Yours"]} />
          <Button
            onClick={() => {
              unsaved.drop(itemId);
              setBegun(saved);
              setDirty(false);
            }}
          >
            {t("Use the saved version")}
          </Button>
          <Button variant="contained" onClick={() => void submit(item.version)}>
            {t("Keep my version")}
          </Button>
        </Alert>
      )}
      <EditorDesk
        content={work.content}
        isNew={isNew}
        change={(content) => {
          change({ content });
        }}
        missing={faults}
        findings={findings}
        kept={work.keptFindings}
        keep={(keptFindings) => {
          change({ keptFindings });
        }}
        tagging={
          <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 180px" }, gap: 1.5 }}>
            <TextField
              select
              required
              label={t("Topic")}
              value={work.topicId ?? ""}
              onChange={(event) => {
                change({ topicId: event.target.value });
              }}
            >
              {topics.map((topic) => (
                <MenuItem key={topic.id} value={topic.id}>
                  {topic.name}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              label={t("Demand")}
              value={work.demand}
              onChange={(event) => {
                change({ demand: event.target.value as Work["demand"] });
              }}
            >
              <MenuItem value="recall">{t("recall")}</MenuItem>
              <MenuItem value="apply">{t("apply")}</MenuItem>
              <MenuItem value="reason">{t("reason")}</MenuItem>
            </TextField>
          </Box>
        }
        stimulus={item?.stimulus && <StimulusView stimulus={item.stimulus.content} />}
      />
    </Page>
  );
}

const savedAs: Record<SharedItem["status"], string> = {
  approved: t("is saved."),
  inReview: t("is sent for checking: it is in use once somebody of the department has approved it."),
  draft: t("is saved as a draft: something is missing still."),
  retired: t("is saved."),
};
