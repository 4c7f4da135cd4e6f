import { dropReturn, listDue, planReturn, showPlan } from "@verdant/contract/plan";
import { api, calls } from "../platform/contractApi.ts";
import { problemOf } from "../platform/problem.ts";
import { shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";

export const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    listDue: build.query({ ...calls<typeof listDue>(listDue), providesTags: ["Due"] }),
    showPlan: build.query({ ...calls<typeof showPlan>(showPlan), providesTags: ["Due"] }),
    planReturn: build.mutation({ ...calls<typeof planReturn>(planReturn), invalidatesTags: ["Due", "Results"] }),
    dropReturn: build.mutation({ ...calls<typeof dropReturn>(dropReturn), invalidatesTags: ["Due", "Results"] }),
  }),
});

export const { useListDueQuery, useShowPlanQuery, usePlanReturnMutation, useDropReturnMutation } = planApi;

/** Planning a return of a topic and taking it back, each with its undo. */
export function useReturns(classId: string) {
  const [plan, { isLoading }] = usePlanReturnMutation();
  const [drop] = useDropReturnMutation();
  const say = useToast();
  const takeBack = async (topicId: string, on: string) => {
    const { error } = await drop({ params: { classId, topicId, on } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const bringBack = async (topic: { topicId: string; name: string }, from: string | null) => {
    const { data, error } = await plan({ params: { classId }, body: { topicId: topic.topicId, from } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    const on = data.returns
      .filter((one) => one.topicId === topic.topicId && one.state === "planned" && (from === null || one.on >= from))
      .map((one) => one.on)
      .sort()[0];
    if (on !== undefined)
      say({
        text: t("{{topic}} comes back on {{on}}.", { topic: topic.name, on: shortDate(on) }),
        undo: () => void takeBack(topic.topicId, on),
      });
  };
  return { bringBack, takeBack, isPlanning: isLoading };
}
