import Button from "@mui/material/Button";
import { aboveMixes } from "@verdant/core/checker/options";
import { useDispatch } from "react-redux";
import { useSaveItemMutation, useShowItemQuery } from "../bank/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { assemblyApi } from "./api.ts";
import { t } from "../platform/words.ts";

/** One click puts "all of the above" last, where it stays; the item gets a revision, here and everywhere. */
export function StaysLast({ itemId }: { itemId: string }) {
  const { data } = useShowItemQuery({ params: { itemId } });
  const [save, { isLoading }] = useSaveItemMutation();
  const dispatch = useDispatch();
  const say = useToast();
  const mend = data && aboveMixes(data.content, {})[0]?.mend;
  const put = async () => {
    if (!data || !mend) return;
    const { version, tagging } = data;
    const { error } = await save({ params: { itemId }, body: { version, tagging, content: mend.content } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else dispatch(assemblyApi.util.invalidateTags(["Quiz"]));
  };
  return (
    <Button size="small" disabled={!mend || isLoading} onClick={() => void put()}>
      {t("Put it last and hold it there")}
    </Button>
  );
}
