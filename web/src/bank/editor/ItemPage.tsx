import { useEffect, useState } from "react";
import { useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import type { Result } from "@verdant/contract/endpoint";
import type { showDraft } from "@verdant/contract/bank";
import { problemOf } from "../../platform/problem.ts";
import { Page } from "../../ui/Page.tsx";
import { Failed, Loading } from "../../ui/States.tsx";
import { ItemEditor } from "./ItemEditor.tsx";
import { newWork, twinWork, variantWork } from "./newWork.ts";
import { useShowDraftQuery, useShowItemQuery } from "../api.ts";
import { t } from "../../platform/words.ts";

/** Writing an item. /bank/new gets an id at once, so that its draft survives a reload. */
export function ItemPage() {
  const { itemId = "" } = useParams();
  const navigate = useNavigate();
  const { search } = useLocation();
  useEffect(() => {
    if (itemId === "new") void navigate(`/bank/${crypto.randomUUID()}${search}`, { replace: true });
  }, [itemId, navigate, search]);
  return itemId === "new" ? null : <LoadedItem key={itemId} itemId={itemId} />;
}

function LoadedItem({ itemId }: { itemId: string }) {
  const [search] = useSearchParams();
  const variantOf = search.get("variantOf") ?? "";
  const original = useShowItemQuery({ params: { itemId: variantOf } }, { skip: variantOf === "" });
  const item = useShowItemQuery({ params: { itemId } });
  const draft = useShowDraftQuery({ params: { itemId } }, { refetchOnMountOrArgChange: true });
  const isNew = item.error !== undefined && problemOf(item.error).kind === "missing";
  // What the editor starts from is read once; later versions of the item come in as a conflict, never over the typing.
  const [start, setStart] = useState<{ item: typeof item.data; draft: Result<typeof showDraft>["draft"] } | null>(null);
  const drafted = draft.isFetching ? undefined : draft.data;
  const isReady =
    drafted !== undefined && (item.data !== undefined || isNew) && !item.isFetching && !original.isLoading;
  if (isReady && !start) setStart({ item: item.data, draft: drafted.draft });

  if (item.error && !isNew) {
    return (
      <Page title={t("Item")}>
        <Failed error={item.error} retry={() => void item.refetch()} />
      </Page>
    );
  }
  if (draft.error) {
    return (
      <Page title={t("Item")}>
        <Failed error={draft.error} retry={() => void draft.refetch()} />
      </Page>
    );
  }
  if (!start) return <Loading what={t("the item")} />;
  const saved = start.item;
  const base = saved
    ? { tagging: saved.tagging, content: saved.content }
    : original.data
      ? twinWork(variantWork(original.data), search.get("twin"))
      : newWork({
          topicId: search.get("topic"),
          stimulusId: search.get("stimulus"),
          standardId: search.get("standard"),
          demand: search.get("demand"),
          use: search.get("use"),
          kind: search.get("kind"),
        });
  return (
    <ItemEditor
      itemId={itemId}
      saved={saved ?? null}
      newest={item.data ?? null}
      start={{
        work: start.draft?.body ?? base,
        version: start.draft?.baseVersion ?? saved?.version ?? 0,
        isDraft: start.draft !== null,
      }}
      original={saved ? null : (original.data ?? null)}
      reload={() => item.refetch()}
    />
  );
}
