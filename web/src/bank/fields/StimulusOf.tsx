/** What an item hangs on, as students see it before the question. */
import { StimulusView } from "../../player/StimulusView.tsx";
import { useShowStimulusQuery } from "../../stimuli/api.ts";

export function StimulusOf({ stimulusId }: { stimulusId: string | null }) {
  const { data } = useShowStimulusQuery({ params: { stimulusId: stimulusId ?? "" } }, { skip: stimulusId === null });
  return stimulusId !== null && data ? <StimulusView stimulus={data.content} /> : null;
}
