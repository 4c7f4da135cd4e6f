import Typography from "@mui/material/Typography";
import type { ClassList } from "@verdant/core/courses/names";

/** Which lines of a pasted class list were not taken, and why. */
export function NamesLeft({ left }: { left: ClassList["left"] }) {
  const twice = left.flatMap(({ line, why }) => (why === "twice" ? [line] : []));
  const tooLong = left.length - twice.length;
  return (
    <>
      {twice.length > 0 && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 0.5 }}>
          Taken once, though there twice: {twice.join("; ")}. Two students of one name? Write something after one of
          them.
        </Typography>
      )}
      {tooLong > 0 && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 0.5 }}>
          {tooLong === 1 ? "One line is" : `${tooLong} lines are`} too long for a name, and not taken.
        </Typography>
      )}
    </>
  );
}
