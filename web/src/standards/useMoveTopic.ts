import type { Topic } from "@verdant/contract/standards";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useChangeTopicMutation } from "./api.ts";
import { t } from "../platform/words.ts";

/** Puts a topic under another, or on its own; says so, with undo. */
export function useMoveTopic() {
  const [change] = useChangeTopicMutation();
  const say = useToast();
  return async (topic: Topic, parentId: string | null) => {
    const put = async (to: string | null) => {
      const { error } = await change({ params: { topicId: topic.id }, body: { parentId: to } });
      if (error) say({ text: problemOf(error).detail, isError: true });
      return !error;
    };
    if (await put(parentId))
      say({ text: t("“{{topic}}” is moved.", { topic: topic.name }), undo: () => void put(topic.parentId) });
  };
}
