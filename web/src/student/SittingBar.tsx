import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { Sitting } from "@verdant/contract/delivery";
import { useEffect, useState } from "react";
import { onlyHeard } from "../ui/onlyHeard.ts";
import { Ring, type Segment } from "../ui/Ring.tsx";
import type { SittingHere } from "./useSitting.ts";
import { t } from "../platform/words.ts";

/** The ring (tap it for the list of questions), the name, whether all is saved, and the time left. */
export function SittingBar({
  here,
  sitting,
  centre,
  openList,
}: {
  here: SittingHere;
  sitting: Sitting;
  centre: string | number;
  openList?: () => void;
}) {
  const segments = sitting.items.map((item): Segment =>
    here.given.get(item.position)?.revisit ? "marked" : here.isAnswered(item.position) ? "done" : "open",
  );
  const answered = sitting.items.filter((item) => here.isAnswered(item.position)).length;
  const ring = (
    <Ring
      size={60}
      segments={segments}
      centre={centre}
      label={t("{{answered}} of {{questions}} answered", { answered, questions: sitting.items.length })}
    />
  );
  return (
    <>
      {openList ? (
        <ButtonBase
          onClick={openList}
          aria-label={t("List of questions: {{answered}} of {{questions}} answered", {
            answered,
            questions: sitting.items.length,
          })}
          sx={{ borderRadius: "50%", minWidth: 44, minHeight: 44 }}
        >
          {ring}
        </ButtonBase>
      ) : (
        ring
      )}
      <Box sx={{ minWidth: 0 }}>
        <Typography variant="h2" component="p">
          {sitting.name}
        </Typography>
        <Box sx={{ fontSize: "0.9375rem", color: "text.secondary" }}>
          {/* After every answer "saved" would be in the way of the next question; what is wrong is said aloud. */}
          <span>{savingInWords(here)}</span>
          <Box component="span" role="status" sx={onlyHeard}>
            {here.saving === "waiting" || here.saving === "refused" ? savingInWords(here) : ""}
          </Box>
          {here.endsAt !== null && (
            <TimeLeft endsAt={here.endsAt} bySecond={isShort(sitting.notice.timeLimitMinutes)} here={here} />
          )}
        </Box>
      </Box>
    </>
  );
}

function savingInWords({ saving, waiting }: SittingHere): string {
  if (saving === "saved") return t("saved");
  if (saving === "saving") return t("saving…");
  if (saving === "refused")
    return t("{{count}} answers have not been sent: keep this page open and tell your teacher.", { count: waiting });
  return t("no network: {{count}} answers wait on this device", { count: waiting });
}

/** What is said aloud of the time, once each: some minutes before the end, and where it is short the last ten seconds. */
export function warningInWords(leftMs: number, isShort: boolean): string {
  if (isShort && leftMs <= 10_000) return t("10 seconds left");
  const minutes = Math.max(0, Math.ceil(leftMs / 60_000));
  return saidAt.includes(minutes) ? t("{{minutes}} min left", { minutes }) : "";
}

/** Can be hidden; when it runs out, what is there is handed in. The minutes at which it is said aloud as well. */
const saidAt = [10, 5, 1];

export function TimeLeft(props: { endsAt: number; bySecond: boolean; here: Pick<SittingHere, "now" | "isTimeUp"> }) {
  const { endsAt, bySecond, here } = props;
  const [isHidden, setHidden] = useState(false);
  const [left, setLeft] = useState(() => endsAt - here.now());
  const { now, isTimeUp } = here;
  useEffect(() => {
    const timer = setInterval(() => {
      setLeft(endsAt - now());
    }, 1000);
    return () => {
      clearInterval(timer);
    };
  }, [endsAt, now]);
  const minutes = Math.ceil(left / 60_000);
  // A quiz that shuts next week needs no clock.
  if (minutes > 180) return null;
  const isOver = isTimeUp || left <= 0;
  return (
    <>
      {" · "}
      {!isHidden && <span>{isOver ? t("time is up") : timeLeftInWords(left, bySecond)} </span>}
      <Box component="span" role="status" sx={onlyHeard}>
        {isOver ? t("time is up") : warningInWords(left, bySecond)}
      </Box>
      <Link
        component="button"
        type="button"
        sx={{ minHeight: 44, minWidth: 44, my: -1.5 }}
        onClick={() => {
          setHidden(!isHidden);
        }}
      >
        {isHidden ? t("show the time") : t("hide")}
      </Link>
    </>
  );
}

/** Timed practice: so short that every second counts from the start. */
const isShort = (timeLimitMinutes: number | null) => timeLimitMinutes !== null && timeLimitMinutes <= 10;

/** @param bySecond throughout; otherwise in the last minute only */
export function timeLeftInWords(leftMs: number, bySecond = false): string {
  const seconds = Math.max(0, Math.ceil(leftMs / 1000));
  if (bySecond && seconds > 60)
    return t("{{time}} left", { time: `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}` });
  return seconds > 60
    ? t("{{minutes}} min left", { minutes: Math.ceil(seconds / 60) })
    : t("{{count}} seconds left", { count: seconds });
}
