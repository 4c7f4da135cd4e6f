/** The frame of a page: one heading, a line about it, its actions at the right. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useEffect, type ReactNode } from "react";

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
    document.title = `${title} · Verdant Loop`;
  }, [title]);
  return (
    <Box component="main" sx={{ maxWidth: 1280, mx: "auto", px: 3, py: 2.25 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 2, minHeight: 40 }}>
        <Typography variant="h1">{title}</Typography>
        <Typography variant="body2" color="textSecondary" sx={{ flex: 1, pt: 0.75 }}>
          {about}
        </Typography>
        <Box sx={{ display: "flex", gap: 1 }}>{actions}</Box>
      </Box>
      {children}
    </Box>
  );
}
