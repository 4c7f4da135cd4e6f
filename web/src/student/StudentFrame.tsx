import Box from "@mui/material/Box";
import { useEffect, useRef, type ReactNode } from "react";
import { t } from "../platform/words.ts";

/** A phone whose reader has made the text large. */
const narrow = "@media (max-width: 300px)";

/** The frame of a student's page: a bar that says where one is, content at reading size, at most one column wide. */
export function StudentFrame({
  title,
  bar,
  foot,
  children,
}: {
  title: string;
  bar: ReactNode;
  foot?: ReactNode;
  children: ReactNode;
}) {
  useEffect(() => {
    document.title = t("{{title}} · Verdant Loop", { title });
  }, [title]);
  const main = useRef<HTMLElement>(null);
  // What had the focus may be gone with the page before: whoever reads by ear or keys goes on here.
  useEffect(() => {
    if (document.activeElement === null || document.activeElement === document.body)
      main.current?.focus({ preventScroll: true });
  }, [title]);
  return (
    <Box sx={{ minHeight: "100dvh", display: "flex", flexDirection: "column", fontSize: "1.125rem" }}>
      <Box
        component="header"
        sx={{
          ...{ bgcolor: "background.paper", borderBlockEnd: 1, borderColor: "divider", px: 2.25, py: 1.75 },
          [narrow]: { px: 1, py: 0.5, "& svg[width='60']": { width: 40, height: 40 } },
        }}
      >
        <Box sx={{ maxWidth: 680, mx: "auto", display: "flex", alignItems: "center", gap: 2, [narrow]: { gap: 1 } }}>
          {bar}
        </Box>
      </Box>
      <Box
        component="main"
        ref={main}
        tabIndex={-1}
        aria-label={t("Page")}
        sx={{
          ...{ flex: 1, width: "100%", maxWidth: 680, mx: "auto", px: 2.25, py: 2.25, outline: "none !important" },
          overflowWrap: "anywhere",
          [narrow]: { px: 1, py: 1 },
        }}
      >
        {children}
      </Box>
      {foot && (
        <Box
          component="footer"
          sx={{
            position: "sticky",
            bottom: 0,
            bgcolor: "background.paper",
            borderBlockStart: 1,
            borderColor: "divider",
            px: 2.25,
            py: 1.75,
            [narrow]: { px: 1, py: 0.75, "& .MuiButton-root": { px: 1.5, py: 0.5, minWidth: 0 } },
          }}
        >
          <Box sx={{ maxWidth: 680, mx: "auto", display: "flex", justifyContent: "space-between", gap: 1.5 }}>
            {foot}
          </Box>
        </Box>
      )}
    </Box>
  );
}
