/** What was changed by whom, the newest first. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { moment } from "../ui/dates.ts";
import { deedInWords } from "./deedWords.ts";
import { useListActivityQuery, useListMembersQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function ActivityPanel() {
  const [isOpen, setOpen] = useState(false);
  return isOpen ? (
    <Activity />
  ) : (
    <Button
      variant="outlined"
      sx={{ mt: 3 }}
      onClick={() => {
        setOpen(true);
      }}
    >
      {t("Who changed what")}
    </Button>
  );
}

function Activity() {
  const [personId, setPersonId] = useState("");
  const [before, setBefore] = useState<string | undefined>();
  const { members = [] } = useListMembersQuery().data ?? {};
  const { data } = useListActivityQuery(
    { query: { personId: personId === "" ? undefined : personId, before } },
    { refetchOnMountOrArgChange: true },
  );
  const deeds = data?.deeds ?? [];
  return (
    <section aria-labelledby="activity-heading">
      <Box sx={{ display: "flex", gap: 2, alignItems: "center", mt: 3, mb: 1.5 }}>
        <Typography variant="h2" id="activity-heading" sx={{ flex: 1 }}>
          {t("Activity")}
        </Typography>
        <TextField
          select
          size="small"
          label={t("Of")}
          value={personId}
          sx={{ minWidth: 180 }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={(event) => {
            setPersonId(event.target.value);
            setBefore(undefined);
          }}
        >
          <MenuItem value="">{t("everybody")}</MenuItem>
          {members.map((one) => (
            <MenuItem key={one.personId} value={one.personId}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <Paper component="ol" aria-label={t("Deeds")} sx={{ m: 0, px: 2, py: 1, listStyle: "none", fontSize: 14 }}>
        {deeds.map((deed) => (
          <Box
            component="li"
            key={`${deed.batchId}${deed.entity}${deed.action}`}
            sx={{
              display: "grid",
              gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "150px 170px 1fr" },
              gap: 1,
              py: 0.4,
            }}
          >
            <Box component="span" sx={{ color: "text.secondary" }}>
              {moment(deed.at)}
            </Box>
            <span>{deed.who}</span>
            <span>{deedInWords(deed)}</span>
          </Box>
        ))}
        {deeds.length === 0 && <li>{t("Nothing yet.")}</li>}
      </Paper>
      <Box sx={{ mt: 1, display: "flex", gap: 1 }}>
        {before !== undefined && (
          <Button
            size="small"
            onClick={() => {
              setBefore(undefined);
            }}
          >
            {t("The newest")}
          </Button>
        )}
        {deeds.length >= 100 && (
          <Button
            size="small"
            onClick={() => {
              setBefore(deeds.at(-1)?.at);
            }}
          >
            {t("Earlier")}
          </Button>
        )}
      </Box>
    </section>
  );
}
