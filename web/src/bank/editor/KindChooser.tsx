/** Which kind of item: each with what it is good for and a small one to try. What the other kind has no place for is left behind. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Typography from "@mui/material/Typography";
import { allKinds, type KindName } from "@verdant/core/items/kinds";
import { lazy, Suspense, useState } from "react";
import { kindNames, kindUses } from "@verdant/core/items/kindNames";
import { Loading } from "../../ui/States.tsx";
import { t } from "../../platform/words.ts";

// The examples are needed only by whoever looks at them.
const KindExample = lazy(async () => ({ default: (await import("../kinds/KindExample.tsx")).KindExample }));

export function KindChooser({ kind, onChange }: { kind: KindName; onChange: (kind: KindName) => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Box>
      <Button
        variant="outlined"
        aria-haspopup="dialog"
        onClick={() => {
          setOpen(true);
        }}
      >
        {t("Kind: {{kind}}", { kind: kindNames[kind] })}
      </Button>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 0.5 }}>
        {kindUses[kind]}
      </Typography>
      <Dialog
        open={isOpen}
        onClose={() => {
          setOpen(false);
        }}
        fullWidth
        maxWidth="lg"
      >
        <DialogTitle>{t("Which kind of item?")}</DialogTitle>
        <DialogContent>
          {/* All at once: examples that came one by one would push the buttons away from under a click. */}
          <Suspense fallback={<Loading what={t("the kinds")} />}>
            <Box
              component="ul"
              aria-label={t("Kinds")}
              sx={{
                m: 0,
                p: 0,
                listStyle: "none",
                display: "grid",
                gridTemplateColumns: "repeat(auto-fill, minmax(250px, 1fr))",
                gap: 1.5,
              }}
            >
              {allKinds.map((one) => (
                <Box
                  component="li"
                  key={one}
                  sx={{
                    border: 1,
                    borderColor: one === kind ? "primary.main" : "divider",
                    borderRadius: 1,
                    p: 1.25,
                  }}
                >
                  <Button
                    fullWidth
                    variant={one === kind ? "contained" : "outlined"}
                    autoFocus={one === kind}
                    aria-pressed={one === kind}
                    onClick={() => {
                      if (one !== kind) onChange(one);
                      setOpen(false);
                    }}
                  >
                    {kindNames[one]}
                  </Button>
                  <Typography variant="caption" color="textSecondary" component="p" sx={{ my: 0.75 }}>
                    {kindUses[one]}
                  </Typography>
                  <KindExample kind={one} />
                </Box>
              ))}
            </Box>
          </Suspense>
        </DialogContent>
      </Dialog>
    </Box>
  );
}
