import Box from "@mui/material/Box";
import { useEffect, type ReactNode } from "react";
import { t } from "../platform/words.ts";

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
    document.title = `${title} · Verdant Loop`;
  }, [title]);
  return (
    <Box sx={{ minHeight: "100dvh", display: "flex", flexDirection: "column", fontSize: 18 }}>
      <Box
        component="header"
        sx={{ bgcolor: "background.paper", borderBlockEnd: 1, borderColor: "divider", px: 2.25, py: 1.75 }}
      >
        <Box sx={{ maxWidth: 680, mx: "auto", display: "flex", alignItems: "center", gap: 2 }}>{bar}</Box>
      </Box>
      <Box
        component="main"
        aria-label={t("Page")}
        sx={{ flex: 1, width: "100%", maxWidth: 680, mx: "auto", px: 2.25, py: 2.25 }}
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
