/** On a starter: says that the class has seen it. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { t } from "../platform/words.ts";
import { useRemedy } from "./useRemedy.ts";

export function StarterShown({ classId, itemId }: { classId: string; itemId: string }) {
  const { put, isLoading } = useRemedy(classId);
  const [isDone, setDone] = useState(false);
  return (
    <Button
      loading={isLoading}
      disabled={isDone}
      onClick={() =>
        void put({ kind: "starter", itemId }, () => {
          setDone(false);
        }).then((done) => {
          setDone(done);
        })
      }
    >
      {isDone ? t("Shown today") : t("We did this today")}
    </Button>
  );
}
