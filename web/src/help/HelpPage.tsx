/** Help: what our words mean, the keys, and how figures are worked out. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { t } from "../platform/words.ts";
import { allShortcuts } from "../shell/shortcuts.ts";
import { glossary } from "../ui/glossary.ts";
import { Page } from "../ui/Page.tsx";
import { figures } from "./figures.ts";

export function HelpPage() {
  const terms = Object.values(glossary).toSorted(([a], [b]) => a.localeCompare(b));
  return (
    <Page
      title={t("Help")}
      about={
        <Box component="nav" aria-label={t("On this page")} sx={{ display: "flex", flexWrap: "wrap", columnGap: 2 }}>
          <Link href="#words">{t("Words")}</Link>
          <Link href="#keys">{t("Keys")}</Link>
          <Link href="#figures">{t("How figures are worked out")}</Link>
        </Box>
      }
    >
      <Part id="words" title={t("Words")}>
        <Terms of={terms} />
      </Part>
      <Part id="keys" title={t("Keys")}>
        {allShortcuts.map(({ page, keys }) => (
          <Box key={page} sx={{ mb: 2 }}>
            <Typography variant="h3" sx={{ fontSize: 17, mb: 0.5 }}>
              {page}
            </Typography>
            <Terms of={keys.map((one) => [one.keys, one.does])} />
          </Box>
        ))}
      </Part>
      <Part id="figures" title={t("How figures are worked out")}>
        <Terms of={figures.map(({ name, how, source }) => [name, `${how} (${source})`])} />
      </Part>
    </Page>
  );
}

const Part = ({ id, title, children }: { id: string; title: string; children: ReactNode }) => (
  <Paper component="section" id={id} aria-labelledby={`${id}-title`} sx={{ p: 2.5, mb: 2 }}>
    <Typography variant="h2" id={`${id}-title`} sx={{ mb: 1.5 }}>
      {title}
    </Typography>
    {children}
  </Paper>
);

const Terms = ({ of }: { of: readonly (readonly [term: string, meaning: string])[] }) => (
  <Box
    component="dl"
    sx={{ display: "grid", gridTemplateColumns: { xs: "1fr", sm: "220px 1fr" }, columnGap: 3, rowGap: 1, m: 0 }}
  >
    {of.map(([term, meaning]) => (
      <Box key={term} sx={{ display: "contents" }}>
        <Typography component="dt" sx={{ fontWeight: 700 }}>
          {term}
        </Typography>
        <Typography component="dd" sx={{ m: 0, mb: { xs: 1, sm: 0 } }}>
          {meaning}
        </Typography>
      </Box>
    ))}
  </Box>
);
