/** What both pages stand in: styles with the page's nonce, theme, fonts. */
import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
// Not its subsets by name: those say nothing of which characters they hold, so a browser would fetch all of them.
import "@fontsource/bricolage-grotesque/700.css";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import type { ReactNode } from "react";
import { theme } from "../theme.ts";
import { nonce } from "./nonce.ts";

const cache = createCache({ key: "vl", nonce, prepend: true });

export function Frame({ children }: { children: ReactNode }) {
  return (
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        {children}
      </ThemeProvider>
    </CacheProvider>
  );
}
