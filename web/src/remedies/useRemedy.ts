import type { Call } from "@verdant/contract/endpoint";
import type { addRemedy } from "@verdant/contract/remedies";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";
import { useAddRemedyMutation, useRemoveRemedyMutation } from "./api.ts";

type Said = Call<typeof addRemedy>["body"];

/** Says that something was done with a class, with a way back. */
export function useRemedy(classId: string) {
  const [add, { isLoading }] = useAddRemedyMutation();
  const [remove] = useRemoveRemedyMutation();
  const say = useToast();
  const takeBack = async (remedyId: string, before?: Said) => {
    const { error } = await remove({ params: { classId, remedyId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (before) say({ text: t("It counts no longer."), undo: () => void put(before) });
  };
  const put = async (body: Said, undone: () => void = () => undefined) => {
    const remedyId: string = crypto.randomUUID();
    const { error } = await add({ params: { classId, remedyId }, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("Kept. When the question comes back, “What helped” says what came of it."),
        undo: () => void takeBack(remedyId).then(undone),
      });
    return !error;
  };
  return { put, takeBack, isLoading };
}
