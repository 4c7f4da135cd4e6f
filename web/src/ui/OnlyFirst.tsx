/** Below a list that is cut: says so, and where the rest is. */
import Typography from "@mui/material/Typography";

export function OnlyFirst({ isMore, text }: { isMore: boolean | undefined; text: string }) {
  if (isMore !== true) return null;
  return (
    <Typography variant="body2" color="textSecondary" role="note" sx={{ mt: 1 }}>
      {text}
    </Typography>
  );
}
