/** Items that the answers of all classes and years speak against, with the evidence and what can be done. */
import Button from "@mui/material/Button";
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { listDoubts } from "@verdant/contract/doubts";
import type { Result } from "@verdant/contract/endpoint";
import { Link as RouterLink } from "react-router";
import { AskCalibration } from "../characteristics/AskCalibration.tsx";
import { useLookAgain } from "../characteristics/useLookAgain.ts";
import { shortDate } from "../ui/dates.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { t } from "../platform/words.ts";
import { useListDoubtsQuery } from "./api.ts";
import { DoubtsOf } from "./DoubtsOf.tsx";

type Listed = Result<typeof listDoubts>;

export function DoubtsPage() {
  const { options, hear } = useLookAgain();
  const { data, error, refetch } = useListDoubtsQuery({}, options);
  hear(data?.isAsked);
  const waiting = data?.items.filter((one) => one.lookedAt === null) ?? [];
  const looked = data?.items.filter((one) => one.lookedAt !== null) ?? [];
  return (
    <Page
      title={t("Items to look at")}
      about={data && howFar(data)}
      actions={
        <>
          <Button component={RouterLink} to="/characteristics">
            {t("Do items treat groups alike?")}
          </Button>
          <Button component={RouterLink} to="/what-helped">
            {t("What helped")}
          </Button>
          {data?.at && <AskCalibration isAsked={data.isAsked} />}
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the items")} />}
      {data && (
        <Stack spacing={2} sx={{ maxWidth: 860 }}>
          <Typography variant="body2" color="textSecondary">
            {t("Found in the first answers of all classes and years. Each is a reason to look, not a verdict.")}
            <WhatIsThis term="doubt" />
          </Typography>
          {waiting.length === 0 && (
            <Empty>
              {data.enough === 0
                ? t("It is too early: no item has been answered by ten students yet.")
                : t("The answers speak against no item that nobody has looked at.")}
            </Empty>
          )}
          {waiting.map((one) => (
            <Doubted key={one.itemId} of={one} />
          ))}
          {looked.length > 0 && (
            <Box component="section" aria-labelledby="looked">
              <Typography variant="h2" id="looked" sx={{ mb: 1 }}>
                {t("Looked at and left as they are")}
              </Typography>
              <Stack spacing={2}>
                {looked.map((one) => (
                  <Doubted key={one.itemId} of={one} />
                ))}
              </Stack>
            </Box>
          )}
          <OnlyFirst
            isMore={data.isMore}
            text={t("Only the first {{shown}} are listed.", { shown: data.items.length })}
          />
        </Stack>
      )}
    </Page>
  );
}

/** "412 items have answers enough, 65 too few; worked out on 3 Feb." */
function howFar({ at, enough, tooEarly }: Listed): string {
  if (at === null) return t("Not worked out yet: it is done once a day.");
  return [
    t("{{count}} items in use have ten answers or more", { count: enough }),
    t("{{count}} more have too few to say anything", { count: tooEarly }),
    t("worked out on {{day}}, anew each day", { day: shortDate(at) }),
  ].join(" · ");
}

function Doubted({ of }: { of: Listed["items"][number] }) {
  const { itemId, number, stem, topic } = of;
  return (
    <Paper component="article" aria-label={t("Item {{number}}", { number })} sx={{ p: 2 }}>
      <Typography sx={{ overflowWrap: "anywhere" }}>
        <Link component={RouterLink} to={`/bank?item=${itemId}`}>
          {number}
        </Link>{" "}
        {stem}
      </Typography>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0 }}>
        {[...(topic === null ? [] : [topic]), t("first answers of {{count}} students", { count: of.answers })].join(
          " · ",
        )}
      </Typography>
      <DoubtsOf itemId={itemId} doubts={of} />
    </Paper>
  );
}
