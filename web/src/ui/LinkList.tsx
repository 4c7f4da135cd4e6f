/** A list whose rows lead somewhere: arrows, Home and End move between the links, Enter opens. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { KeyboardEvent, ReactNode } from "react";
import { Link as RouterLink } from "react-router";

export interface LinkRow {
  readonly id: string;
  readonly to: string;
  readonly name: string;
  /** What stands before and after the name, by column. */
  readonly before?: readonly ReactNode[];
  readonly after: readonly ReactNode[];
}

export function LinkList({ label, columns, rows }: { label: string; columns: string; rows: readonly LinkRow[] }) {
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const links = [...event.currentTarget.querySelectorAll<HTMLElement>("a[data-row]")];
    const at = links.indexOf(document.activeElement as HTMLElement);
    const to: Record<string, number> = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: links.length - 1 };
    const next = to[event.key];
    if (next === undefined || at < 0) return;
    event.preventDefault();
    links[Math.max(0, Math.min(links.length - 1, next))]?.focus();
  };
  return (
    // The links take the focus; the list only hears their keys.

    <Paper component="ul" aria-label={label} onKeyDown={onKeyDown} sx={{ m: 0, p: 0, listStyle: "none" }}>
      {rows.map((row) => (
        <Box
          component="li"
          key={row.id}
          sx={{
            // On a phone the cells follow the name, as a sentence would.
            display: { xs: "flex", md: "grid" },
            flexWrap: "wrap",
            gridTemplateColumns: columns,
            columnGap: 2,
            rowGap: 0.25,
            px: 2,
            py: 1.25,
            alignItems: "baseline",
            borderTop: 1,
            borderColor: "divider",
            "&:first-of-type": { borderTop: 0 },
          }}
        >
          {row.before?.map((cell, i) => (
            <Cell key={i}>{cell}</Cell>
          ))}
          <Link
            data-row
            component={RouterLink}
            to={row.to}
            color="inherit"
            underline="hover"
            sx={{ fontWeight: 700, flex: { xs: "1 1 70%", md: "none" }, minWidth: 0 }}
          >
            {row.name}
          </Link>
          {row.after.map((cell, i) => (
            <Cell key={i}>{cell}</Cell>
          ))}
        </Box>
      ))}
    </Paper>
  );
}

const Cell = ({ children }: { children: ReactNode }) => (
  <Typography variant="body2" color="textSecondary">
    {children}
  </Typography>
);
