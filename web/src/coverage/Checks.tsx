/** Quizzes that draw: how many goes there are before anything comes again. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { Check } from "@verdant/contract/coverage";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { useListChecksQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function Checks() {
  const { checks = [], isMore } = useListChecksQuery(undefined, { refetchOnMountOrArgChange: true }).data ?? {};
  const [showsAll, setShowsAll] = useState(false);
  if (checks.length === 0) return null;
  return (
    <Box component="section" aria-label={t("Goes before anything repeats")} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t("Goes before anything repeats")}
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {(showsAll ? checks : checks.slice(0, 12)).map(({ quizId, name, goes, bottleneck }) => (
          <li key={quizId}>
            <Typography variant="body2">
              <Link component={RouterLink} to={`/quizzes/${quizId}`}>
                {name}
              </Link>
              : {goes === 0 ? t("not even one") : t("{{count}} goes", { count: goes })}; {inWords(bottleneck)}
            </Typography>
          </li>
        ))}
      </Box>
      {!showsAll && checks.length > 12 && (
        <Button
          size="small"
          onClick={() => {
            setShowsAll(true);
          }}
        >
          {t("Show all {{checks}}", { checks: checks.length })}
        </Button>
      )}
      <OnlyFirst
        isMore={isMore}
        text={t("Only the newest {{checks}} quizzes that draw were looked at.", { checks: checks.length })}
      />
    </Box>
  );
}

function inWords({ parts, take, families }: Check["bottleneck"]): string {
  const names = parts.slice(0, 3).map((part) => (/^(the quiz|part \d+)$/.test(part) ? part : `“${part}”`));
  const who = parts.length > 3 ? `${names.join(", ")} and ${parts.length - 3} more` : names.join(" and ");
  return parts.length === 1
    ? t("{{who}} draws {{take}} of {{families}}.", { who, take, families })
    : t("{{who}} together draw {{take}} of {{families}}.", { who, take, families });
}
