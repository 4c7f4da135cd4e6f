/** What a department keeps of its students to compare groups by, and the items that treat groups unlike. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Characteristic, listDifferentials } from "@verdant/contract/characteristics";
import { characteristicLimits } from "@verdant/contract/characteristics";
import type { Result } from "@verdant/contract/endpoint";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useShowSessionQuery } from "../team/api.ts";
import { inAList, t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { AskCalibration } from "./AskCalibration.tsx";
import { CharacteristicDialog } from "./CharacteristicDialog.tsx";
import { useLookAgain } from "./useLookAgain.ts";
import { useListCharacteristicsQuery, useListDifferentialsQuery } from "./api.ts";
import { differenceInWords, groupInWords, missingInWords } from "./differenceInWords.ts";

type Listed = Result<typeof listDifferentials>;

export function CharacteristicsPage() {
  const kept = useListCharacteristicsQuery();
  const { options, hear } = useLookAgain();
  const items = useListDifferentialsQuery(undefined, options);
  hear(items.data?.isAsked);
  const failed = kept.error ?? items.error;
  return (
    <Page
      title={t("Groups of students")}
      about={items.data?.at ? t("worked out on {{day}}, anew each day", { day: shortDate(items.data.at) }) : undefined}
      actions={items.data?.at && items.data.groups.length > 0 && <AskCalibration isAsked={items.data.isAsked} />}
    >
      {failed && (
        <Failed
          error={failed}
          retry={() => {
            void kept.refetch();
            void items.refetch();
          }}
        />
      )}
      {!failed && !(kept.data && items.data) && <Loading what={t("the groups")} />}
      {kept.data && items.data && (
        <Stack spacing={2} sx={{ maxWidth: 860 }}>
          <Kept characteristics={kept.data.characteristics} />
          {items.data.groups.length > 0 && <Groups of={items.data} />}
        </Stack>
      )}
    </Page>
  );
}

function Kept({ characteristics }: { characteristics: readonly Characteristic[] }) {
  const isLead = useShowSessionQuery().data?.member?.role === "lead";
  const [open, setOpen] = useState<Characteristic | "new" | null>(null);
  return (
    <Paper component="section" aria-labelledby="kept-heading" sx={{ p: 2 }}>
      <Typography variant="h2" id="kept-heading" sx={{ mb: 1 }}>
        {t("What is kept of students")}
        <WhatIsThis term="characteristic" />
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t(
          "Only to compare groups, and only what you define here; a department may keep nothing. No student sees it, it never decides what a student is asked, and results of groups under 10 students are not shown.",
        )}
      </Typography>
      {characteristics.length === 0 && (
        <Typography>{isLead ? t("Nothing is kept.") : t("Nothing is kept. Only a lead can change that.")}</Typography>
      )}
      {characteristics.map((one) => (
        <Box key={one.id} sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, py: 0.5 }}>
          <Typography sx={{ flex: 1, minWidth: 200, overflowWrap: "anywhere" }}>
            <strong>{one.name}</strong>{" "}
            {inAList(one.values.map(({ name, students }) => t("{{name}} ({{n}})", { name, n: students })))}
          </Typography>
          {isLead && (
            <Button
              size="small"
              aria-label={t("Change {{name}}", { name: one.name })}
              onClick={() => {
                setOpen(one);
              }}
            >
              {t("Change")}
            </Button>
          )}
        </Box>
      ))}
      {isLead && characteristics.length < characteristicLimits.characteristics && (
        <Button
          variant="outlined"
          size="small"
          sx={{ mt: 1 }}
          onClick={() => {
            setOpen("new");
          }}
        >
          {t("Add a characteristic")}
        </Button>
      )}
      {open !== null && (
        <CharacteristicDialog
          of={open === "new" ? null : open}
          onClose={() => {
            setOpen(null);
          }}
        />
      )}
    </Paper>
  );
}

function Groups({ of: { groups, items, isMore } }: { of: Listed }) {
  const compared = groups.reduce((sum, one) => sum + one.compared, 0);
  return (
    <>
      <Paper component="section" aria-labelledby="groups-heading" sx={{ p: 2 }}>
        <Typography variant="h2" id="groups-heading" sx={{ mb: 1 }}>
          {t("Do items treat groups alike?")}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {t(
            "Students of a group are held against others who do as well on all other items, over all classes and years. At least 60 of each must have answered an item.",
          )}
        </Typography>
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {groups.map((one) => (
            <li key={one.valueId}>
              <strong>{groupInWords(one)}</strong>{" "}
              {one.compared === 0
                ? missingInWords(one.missing)
                : t("Items compared: {{n}}; differ much: {{much}}.", { n: one.compared, much: one.much })}
            </li>
          ))}
        </Box>
      </Paper>
      {compared > 0 && (
        <>
          {items.length > 0 && (
            <Alert severity="info">
              {t(
                "Each is a reason to look at the item, not a verdict: of 100 fair items, 1 to 4 stand here by chance. And what does not stand here is not proved fair, least of all with few students.",
              )}
            </Alert>
          )}
          {items.length === 0 && <Empty>{t("No item differs more than chance would allow.")}</Empty>}
          {items.map((one) => (
            <Paper
              key={`${one.itemId} ${one.valueId}`}
              component="article"
              aria-label={t("Item {{number}}", { number: one.number })}
              sx={{ p: 2 }}
            >
              <Typography sx={{ overflowWrap: "anywhere" }}>
                <Link component={RouterLink} to={`/bank?item=${one.itemId}`}>
                  {one.number}
                </Link>{" "}
                {one.stem}
              </Typography>
              <Typography variant="body2">
                <strong>{groupInWords(one)}</strong> {differenceInWords(one)}
              </Typography>
            </Paper>
          ))}
          <OnlyFirst isMore={isMore} text={t("Only the first {{shown}} are listed.", { shown: items.length })} />
        </>
      )}
    </>
  );
}
