/** What the teacher says in the middle of a quiz, and that its end has moved; each until it is put away. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import type { Message } from "@verdant/contract/running";
import { useState } from "react";
import { t, timeOf } from "../platform/words.ts";

/** @param endsAt when it ends for this student by now; null: when it is closed */
export function messageInWords({ text }: Message, endsAt: string | null): string {
  if (text !== null) return text;
  return endsAt === null
    ? t("The times were changed. It no longer ends by itself.")
    : t("The times were changed. It now ends {{time}}.", { time: timeOf(endsAt) });
}

export function News({ messages, deadlineAt }: { messages: readonly Message[]; deadlineAt: string | null }) {
  const [read, setRead] = useState<ReadonlySet<string>>(new Set());
  const unread = messages.filter((one) => !read.has(one.id));
  return (
    <div role="status">
      {unread.map((message) => (
        <Alert
          key={message.id}
          severity="info"
          sx={{ borderRadius: 0, overflowWrap: "anywhere" }}
          action={
            <Button
              color="inherit"
              size="small"
              onClick={() => {
                setRead(new Set([...read, message.id]));
              }}
            >
              {t("I have read it")}
            </Button>
          }
        >
          {messageInWords(message, deadlineAt)}
        </Alert>
      ))}
    </div>
  );
}
