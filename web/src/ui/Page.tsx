/** The frame of a page: one heading, a line about it, its actions at the right. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useEffect, type ReactNode } from "react";
import { t } from "../platform/words.ts";

export function Page({
  title,
  about,
  actions,
  children,
}: {
  title: string;
  about?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  useEffect(() => {
    document.title = t("{{title}} · Verdant Loop", { title });
  }, [title]);
  return (
    <Box component="main" sx={{ maxWidth: 1280, mx: "auto", px: { xs: 2, md: 3 }, py: { xs: 1.5, md: 2.25 } }}>
      <Box
        sx={{
          display: "flex",
          flexWrap: { xs: "wrap", md: "nowrap" },
          alignItems: "center",
          columnGap: 2,
          rowGap: 1,
          mb: 2,
          minHeight: 40,
        }}
      >
        <Typography variant="h1" sx={{ overflowWrap: "anywhere", minWidth: 0 }}>
          {title}
        </Typography>
        <Typography
          component="div"
          variant="body2"
          color="textSecondary"
          sx={{
            flex: { xs: "1 1 100%", md: 1 },
            pt: { md: 0.75 },
            "&:empty": { display: { xs: "none", md: "block" } },
          }}
        >
          {about}
        </Typography>
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, "&:empty": { display: "none" } }}>{actions}</Box>
      </Box>
      {children}
    </Box>
  );
}
