import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Sitting } from "@verdant/contract/delivery";
import { headline } from "@verdant/core/richText";
import { useState } from "react";
import { SittingBar } from "./SittingBar.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import type { SittingHere } from "./useSitting.ts";
import { t } from "../platform/words.ts";

/** Before handing in: only what is open or marked. Nothing open, one button. */
export function LastLook({
  here,
  sitting,
  show,
  done,
}: {
  here: SittingHere;
  sitting: Sitting;
  show: (position: number) => void;
  done: () => void;
}) {
  const isForwardOnly = sitting.notice.paging === "forwardOnly";
  const [state, setState] = useState<"ready" | "sending" | "noNetwork">("ready");
  const open = sitting.items.filter((item) => !here.isAnswered(item.position));
  const marked = sitting.items.filter(
    (item) => here.isAnswered(item.position) && here.given.get(item.position)?.revisit,
  );
  const handIn = async () => {
    setState("sending");
    if (await here.handIn()) done();
    else setState("noNetwork");
  };
  return (
    <StudentFrame
      title={t("Before you hand in")}
      bar={<SittingBar here={here} sitting={sitting} centre={sitting.items.length - open.length} />}
      foot={
        <>
          <Button
            variant="outlined"
            size="large"
            disabled={isForwardOnly}
            onClick={() => {
              show(sitting.items.length);
            }}
          >
            {t("Back")}
          </Button>
          <Button variant="contained" size="large" disabled={state === "sending"} onClick={() => void handIn()}>
            {state === "sending" ? t("Handing in…") : t("Hand in")}
          </Button>
        </>
      }
    >
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        {t("Before you hand in")}
      </Typography>
      {state === "noNetwork" && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {t("There is no network. Your answers are safe on this device. Hand in again when the network is back.")}
        </Alert>
      )}
      <Typography>
        {open.length === 0
          ? t("Every question has an answer.")
          : t("{{count}} questions are still open", { count: open.length })}
      </Typography>
      {!isForwardOnly && <Rows items={open} note={t("open")} show={show} />}
      {marked.length > 0 && <Typography sx={{ mt: 2.5 }}>{t("You wanted to come back to these:")}</Typography>}
      <Rows items={marked} note={t("marked")} show={show} />
    </StudentFrame>
  );
}

function Rows({
  items,
  note,
  show,
}: {
  items: readonly Sitting["items"][number][];
  note: string;
  show: (position: number) => void;
}) {
  return items.map((item) => (
    <Paper key={item.position} sx={{ px: 1.75, py: 1.25, mt: 1.25, display: "flex", gap: 1.5, alignItems: "center" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ overflow: "hidden", whiteSpace: "nowrap", textOverflow: "ellipsis" }}>
          {item.position}. {item.view && headline(item.view.stem)}
        </Box>
        <Box sx={{ fontSize: "0.9375rem", color: "text.secondary" }}>{note}</Box>
      </Box>
      <Button
        variant="outlined"
        onClick={() => {
          show(item.position);
        }}
        aria-label={t("Go to question {{position}}", { position: item.position })}
      >
        {t("Go to it")}
      </Button>
    </Paper>
  ));
}
