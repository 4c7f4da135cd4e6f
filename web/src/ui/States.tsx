/** The three states of a page that waits for data: loading, failed, empty. */
import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";

export const Loading = ({ what }: { what: string }) => <LinearProgress aria-label={t("Loading {{what}}", { what })} />;

export function Failed({ error, retry }: { error: unknown; retry?: () => void }) {
  const { title, detail } = problemOf(error);
  return (
    <Alert
      severity="error"
      action={
        retry && (
          <Button color="inherit" onClick={retry}>
            {t("Try again")}
          </Button>
        )
      }
    >
      <AlertTitle>{title}</AlertTitle>
      {detail}
    </Alert>
  );
}

export function Empty({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <Paper sx={{ p: 3, display: "flex", alignItems: "center", gap: 2 }}>
      <Typography sx={{ flex: 1 }}>{children}</Typography>
      <Box>{action}</Box>
    </Paper>
  );
}
