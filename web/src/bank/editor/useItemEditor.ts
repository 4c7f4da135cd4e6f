/** The state of an item being written: draft while typing, revision on leaving, both versions kept when they clash. */
import type { Item, Tagging } from "@verdant/contract/bank";
import type { Content } from "@verdant/core/items/kinds";
import { isEmptyText } from "@verdant/core/richText";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useToast } from "../../ui/Toasts.tsx";
import { problemOf, type Trouble } from "../../platform/problem.ts";
import { useDropDraftMutation, useKeepDraftMutation, useSaveItemMutation } from "../api.ts";
import { draftKeeper, type Keeping } from "./draftKeeper.ts";
import { t } from "../../platform/words.ts";

export interface Work {
  readonly tagging: Tagging;
  readonly content: Content;
}

/** What is written, and the version of the item that it was written on. */
type Drafted = Work & { readonly baseVersion: number };

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
  const say = useToast();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [keepDraft] = useKeepDraftMutation();
  const [dropDraft] = useDropDraftMutation();
  const [saveItem, { isLoading: isSaving }] = useSaveItemMutation();
  const latest = useRef({ work, version, isDirty: start.isDraft });
  useLayoutEffect(() => {
    Object.assign(latest.current, { work, version });
  }, [work, version]);

  const keeper = useMemo(
    () =>
      draftKeeper<Drafted>(
        async ({ tagging, content, baseVersion }) => {
          const body = { baseVersion, body: { tagging, content } };
          return (await keepDraft({ params: { itemId }, body })).error === undefined;
        },
        setKeeping,
        pause,
      ),
    [itemId, keepDraft],
  );

  const change = useCallback(
    (next: Work) => {
      latest.current.isDirty = true;
      setWork(next);
      keeper.changed({ ...next, baseVersion: latest.current.version });
    },
    [keeper],
  );

  /** Makes the revision; the item as it is then, or null when that could not be (the reason is in `trouble`). */
  const save = useCallback(
    async (onVersion?: number, merged?: Work): Promise<Item | null> => {
      const { work: written, version: base } = latest.current;
      const current = merged ?? written;
      // A draft that came after the revision would stand there as if something were unfinished.
      await keeper.stop();
      const answer = await saveItem({
        params: { itemId },
        body: { version: onVersion ?? base, tagging: current.tagging, content: current.content, variantOf },
      });
      if (answer.error) {
        setTrouble(problemOf(answer.error));
        keeper.changed({ ...written, baseVersion: base });
        return null;
      }
      latest.current.isDirty = false;
      setVersion(answer.data.version);
      setTrouble(null);
      setKeeping("asSaved");
      return answer.data;
    },
    [itemId, keeper, saveItem, variantOf],
  );

  // Whoever leaves by another way than the button leaves a revision too, unless nothing was written.
  useEffect(() => {
    const current = latest.current;
    return () => {
      if (current.isDirty && !isEmptyText(current.work.content.stem)) {
        void save().then((saved) => {
          if (!saved)
            say({
              text: t(
                "What you wrote could not be saved. It becomes your draft if the server is reached again soon; open the item to see.",
              ),
              isError: true,
            });
        });
      } else void keeper.stop();
    };
  }, [keeper, save, say]);

  const giveUp = useCallback(async () => {
    latest.current.isDirty = false;
    await keeper.stop();
    await dropDraft({ params: { itemId } });
  }, [dropDraft, itemId, keeper]);

  return { work, change, keeping, trouble, isSaving, save, giveUp };
}
