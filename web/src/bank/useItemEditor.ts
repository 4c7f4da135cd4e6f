/** The state of an item being written: draft while typing, revision on leaving, both versions kept when they clash. */
import type { Item, Tagging } from "@verdant/contract/bank";
import type { Content } from "@verdant/core/items/kinds";
import { isEmptyText } from "@verdant/core/richText";
import { useCallback, useEffect, useRef, useState } from "react";
import { problemOf, type Trouble } from "../platform/problem.ts";
import { useDropDraftMutation, useKeepDraftMutation, useSaveItemMutation } from "./api.ts";

export interface Work {
  readonly tagging: Tagging;
  readonly content: Content;
}

export type Keeping = "asSaved" | "typing" | "draftKept" | "notKept";

/** The pause after which a draft is kept, in milliseconds. */
const pause = 700;

export function useItemEditor(
  itemId: string,
  start: { work: Work; version: number; isDraft: boolean },
  variantOf?: string,
) {
  const [work, setWork] = useState(start.work);
  const [version, setVersion] = useState(start.version);
  const [keeping, setKeeping] = useState<Keeping>(start.isDraft ? "draftKept" : "asSaved");
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [keepDraft] = useKeepDraftMutation();
  const [dropDraft] = useDropDraftMutation();
  const [saveItem, { isLoading: isSaving }] = useSaveItemMutation();
  const latest = useRef({ work, version, isDirty: start.isDraft });
  latest.current.work = work;
  latest.current.version = version;

  const change = useCallback((next: Work) => {
    latest.current.isDirty = true;
    setWork(next);
    setKeeping("typing");
  }, []);

  useEffect(() => {
    if (keeping !== "typing") return;
    const timer = setTimeout(() => {
      void keepDraft({
        params: { itemId },
        body: { baseVersion: version, body: { tagging: work.tagging, content: work.content } },
      }).then((answer) => {
        setKeeping((now) => (now === "typing" ? (answer.error ? "notKept" : "draftKept") : now));
      });
    }, pause);
    return () => {
      clearTimeout(timer);
    };
  }, [keeping, work, version, itemId, keepDraft]);

  /** Makes the revision; the item as it is then, or null when that could not be (the reason is in `trouble`). */
  const save = useCallback(
    async (onVersion?: number, merged?: Work): Promise<Item | null> => {
      const { work: written, version: base } = latest.current;
      const current = merged ?? written;
      const answer = await saveItem({
        params: { itemId },
        body: { version: onVersion ?? base, tagging: current.tagging, content: current.content, variantOf },
      });
      if (answer.error) {
        setTrouble(problemOf(answer.error));
        return null;
      }
      latest.current.isDirty = false;
      setVersion(answer.data.version);
      setTrouble(null);
      setKeeping("asSaved");
      return answer.data;
    },
    [itemId, saveItem, variantOf],
  );

  // Whoever leaves by another way than the button leaves a revision too, unless nothing was written.
  useEffect(() => {
    const current = latest.current;
    return () => {
      if (current.isDirty && !isEmptyText(current.work.content.stem)) void save();
    };
  }, [save]);

  const giveUp = useCallback(async () => {
    latest.current.isDirty = false;
    await dropDraft({ params: { itemId } });
  }, [dropDraft, itemId]);

  return { work, change, keeping, trouble, isSaving, save, giveUp };
}
