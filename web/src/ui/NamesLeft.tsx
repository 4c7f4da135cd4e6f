import Typography from "@mui/material/Typography";
import type { ClassList } from "@verdant/core/courses/names";
import { t } from "../platform/words.ts";

/** Which lines of a pasted class list were not taken, and why. */
export function NamesLeft({ left }: { left: ClassList["left"] }) {
  const twice = left.flatMap(({ line, why }) => (why === "twice" ? [line] : []));
  const tooLong = left.length - twice.length;
  return (
    <>
      {twice.length > 0 && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 0.5 }}>
          {t(
            "Taken once, though there twice: {{twice}}. Two students of one name? Write something after one of them.",
            { twice: twice.join("; ") },
          )}
        </Typography>
      )}
      {tooLong > 0 && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 0.5 }}>
          {t("{{count}} lines are too long for a name, and were left out.", { count: tooLong })}
        </Typography>
      )}
    </>
  );
}
