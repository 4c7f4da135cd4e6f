/** What both pages stand in: styles with the page's nonce, theme, fonts. */
import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "@fontsource/bricolage-grotesque/latin-700.css";
import "@fontsource/bricolage-grotesque/latin-ext-700.css";
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
