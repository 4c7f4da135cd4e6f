/** What the teacher says in the middle of a quiz, and that its end has moved; each until it is put away. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import type { Message } from "@verdant/contract/running";
import { useState } from "react";
import { t, timeOf } from "../platform/words.ts";

/** @param endsAt when it ends for this student by now, a moment or milliseconds; null: when it is closed */
export function messageInWords({ text }: Message, endsAt: string | number | null): string {
  if (text !== null) return text;
  return endsAt === null
    ? t("The times were changed. It no longer ends by itself.")
    : t("The times were changed. It now ends {{time}}.", { time: timeOf(new Date(endsAt).toISOString()) });
}

export function News({ messages, endsAt }: { messages: readonly Message[]; endsAt: number | null }) {
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
          {messageInWords(message, endsAt)}
        </Alert>
      ))}
    </div>
  );
}
