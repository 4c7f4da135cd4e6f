/** Colleagues who are in this item too: said while they are, so that nobody writes over another. */
import Alert from "@mui/material/Alert";
import { useEffect, useState } from "react";
import { useKeepPresenceMutation } from "../../writing/api.ts";
import { inAList, t } from "../../platform/words.ts";

/** How often one says that one is there, in milliseconds. */
const beat = 8000;

export function AlsoHere({ itemId, topicId }: { itemId: string; topicId: string | null }) {
  const [keep] = useKeepPresenceMutation();
  const [names, setNames] = useState<readonly string[]>([]);
  useEffect(() => {
    let isHere = true;
    const say = async () => {
      if (document.hidden) return;
      const answer = await keep({ params: { itemId }, body: { topicId } });
      if (isHere && answer.data) setNames(answer.data.others.map((one) => one.name));
    };
    void say();
    const timer = setInterval(() => void say(), beat);
    return () => {
      isHere = false;
      clearInterval(timer);
    };
  }, [itemId, topicId, keep]);
  if (names.length === 0) return null;
  return (
    <Alert severity="warning" icon={false} role="status" sx={{ mb: 2 }}>
      {names.length === 1
        ? t(
            "{{who}} is in this item too. Whoever saves second settles the two versions part by part; nothing is lost.",
            { who: names[0] ?? "" },
          )
        : t(
            "{{who}} are in this item too. Whoever saves second settles the two versions part by part; nothing is lost.",
            { who: inAList(names) },
          )}
    </Alert>
  );
}
