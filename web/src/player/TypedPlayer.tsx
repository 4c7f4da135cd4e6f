/** The stem and a field to type a word or a number in. */
import Box from "@mui/material/Box";
import { readNumber, type NumericView } from "@verdant/core/items/numeric";
import type { ShortTextView } from "@verdant/core/items/shortText";
import { useId } from "react";
import { t } from "../platform/words.ts";
import { TypeField } from "../ui/TypeField.tsx";
import type { PlayerProps, Verdict } from "./playerProps.ts";
import { Stem } from "./Stem.tsx";
import { useTyped } from "./useTyped.ts";

export function ShortTextPlayer(props: PlayerProps<ShortTextView>) {
  const { view, answer, onAnswer, verdict } = props;
  return (
    <TypedPlayer
      {...props}
      text={answer?.text ?? ""}
      give={onAnswer && ((text) => onAnswer({ kind: view.kind, text }))}
      verdict={verdict}
    />
  );
}

export function NumericPlayer(props: PlayerProps<NumericView>) {
  const { view, answer, onAnswer, verdict } = props;
  return (
    <TypedPlayer
      {...props}
      isNumber
      unit={view.unit}
      otherUnits={view.otherUnits}
      text={answer?.text ?? ""}
      give={onAnswer && ((text) => onAnswer({ kind: view.kind, text }))}
      verdict={verdict}
    />
  );
}

function TypedPlayer(props: {
  view: ShortTextView | NumericView;
  text: string;
  unit?: string;
  otherUnits?: readonly string[];
  isNumber?: boolean;
  give: ((text: string) => void) | undefined;
  verdict: Verdict | undefined;
}) {
  const { view, unit = "", otherUnits = [], isNumber = false, give, verdict } = props;
  const id = useId();
  const { text, type, flush } = useTyped(props.text, give);
  const isNoNumber =
    isNumber && text.trim() !== "" && ![unit, ...otherUnits].some((one) => readNumber(text, one).length > 0);
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.25, mt: 1.5, flexWrap: "wrap" }}>
        {give ? (
          <TypeField
            type="text"
            aria-labelledby={id}
            aria-describedby={isNoNumber ? `${id}hint` : undefined}
            inputMode={isNumber ? "decimal" : "text"}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            maxLength={200}
            value={text}
            onChange={(event) => {
              type(event.target.value);
            }}
            onBlur={flush}
            sx={{ width: isNumber ? 180 : "100%", maxWidth: 440 }}
          />
        ) : (
          <Box sx={{ fontWeight: 700 }}>{text === "" ? t("left blank") : text}</Box>
        )}
        {unit !== "" && <Box>{unit}</Box>}
        {verdict && <Said verdict={verdict} />}
      </Box>
      {isNoNumber && (
        <Box id={`${id}hint`} sx={{ fontSize: "0.9em", color: "error.main", mt: 0.75 }}>
          {t("Write a number in figures, for example 12.5")}
        </Box>
      )}
    </Box>
  );
}

/** Without the registry of kinds, which students' pages do not carry. */
function keyOf(content: NonNullable<Verdict["content"]>): string | null {
  if (content.kind === "shortText") return content.accepted[0]?.text ?? null;
  return content.kind === "numeric" && content.value !== null ? String(content.value) : null;
}

function Said({ verdict: { credit, content } }: { verdict: Verdict }) {
  const key = content ? keyOf(content) : null;
  return (
    <Box sx={{ fontSize: "0.9em", fontWeight: 700 }}>
      {credit !== null && (
        <Box component="span" sx={{ color: credit === 1 ? "primary.main" : "error.main" }}>
          {credit === 1 ? t("✓ right") : t("✗ not right")}
        </Box>
      )}
      {key !== null && credit !== 1 && (
        <Box component="span" sx={{ color: "primary.main", ml: credit === null ? 0 : 1.5 }}>
          {t("right: {{key}}", { key })}
        </Box>
      )}
    </Box>
  );
}
