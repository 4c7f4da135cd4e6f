/** Ticking tasks off, with a way back. */
import type { Path } from "@verdant/contract/paths";
import { problemOf } from "../platform/problem.ts";
import { inAList, t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useTickStepMutation, useUntickStepMutation } from "./api.ts";

export interface Ticks {
  readonly tick: (stepId: string, studentIds: readonly string[], note: string | null) => Promise<void>;
  readonly untick: (stepId: string, studentId: string) => Promise<void>;
}

export function useTicks(path: Path): Ticks {
  const [tick] = useTickStepMutation();
  const [untick] = useUntickStepMutation();
  const say = useToast();
  const namesOf = (studentIds: readonly string[]) =>
    inAList(path.students.filter(({ studentId }) => studentIds.includes(studentId)).map(({ name }) => name));
  const paramsOf = (stepId: string) => ({ pathId: path.id, stepId });
  return {
    tick: async (stepId, studentIds, note) => {
      const { error } = await tick({ params: paramsOf(stepId), body: { studentIds: [...studentIds], note } });
      if (error) say({ text: problemOf(error).detail, isError: true });
      else
        say({
          text: t("Ticked off for {{names}}.", { names: namesOf(studentIds) }),
          undo: () => void untick({ params: paramsOf(stepId), body: { studentIds: [...studentIds] } }),
        });
    },
    untick: async (stepId, studentId) => {
      const cell = path.students.find((one) => one.studentId === studentId)?.cells.find((one) => one.stepId === stepId);
      const body = { studentIds: [studentId] };
      const { error } = await untick({ params: paramsOf(stepId), body });
      if (error) say({ text: problemOf(error).detail, isError: true });
      else
        say({
          text: t("The tick of {{names}} is taken back.", { names: namesOf([studentId]) }),
          undo: () => void tick({ params: paramsOf(stepId), body: { ...body, note: cell?.note ?? null } }),
        });
    },
  };
}
