import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useLocation } from "react-router";
import { shortcutsOf } from "./shortcuts.ts";
import { t } from "../platform/words.ts";

/** The keys of the page that is open. */
export function Shortcuts({ isOpen, close }: { isOpen: boolean; close: () => void }) {
  const { pathname } = useLocation();
  return (
    <Dialog open={isOpen} onClose={close} aria-labelledby="shortcuts-title">
      <DialogTitle id="shortcuts-title">{t("Keys of this page")}</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: "grid", gridTemplateColumns: "auto 1fr", columnGap: 3, rowGap: 1, m: 0 }}>
          {shortcutsOf(pathname).map(({ keys, does }) => (
            <Box key={keys} sx={{ display: "contents" }}>
              <Box component="dt" sx={{ fontWeight: 700, whiteSpace: "nowrap" }}>
                {keys}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {does}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
