/** A link that is passed on by hand: shown whole, copied with one click. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";

export function LinkToPassOn({ link, about }: { link: string; about: string }) {
  const say = useToast();
  const address = window.location.origin + link;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address);
      say({ text: t("The link is copied.") });
    } catch {
      say({ text: t("Your browser does not let pages copy. Mark the link and copy it by hand."), isError: true });
    }
  };
  return (
    <Box sx={{ mt: 1 }}>
      <Typography variant="body2" sx={{ mb: 0.75 }}>
        {about}
      </Typography>
      <Box sx={{ display: "flex", gap: 1 }}>
        <TextField
          size="small"
          fullWidth
          label={t("Link to pass on")}
          value={address}
          slotProps={{ htmlInput: { readOnly: true } }}
          onFocus={(event) => {
            event.target.select();
          }}
        />
        <Button variant="outlined" onClick={() => void copy()}>
          {t("Copy")}
        </Button>
      </Box>
    </Box>
  );
}
