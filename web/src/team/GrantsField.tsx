/** What a guest gets: parts of the bank, each to see or to write, with or without reserved items. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Grant, NamedGrant } from "@verdant/contract/members";
import { useListTopicsQuery } from "../standards/api.ts";
import { t } from "../platform/words.ts";

export const grantsInWords = (grants: readonly NamedGrant[]): string =>
  grants
    .map(({ topic, seesReserved, mayEdit }) => {
      const what = mayEdit ? t("writes {{topic}}", { topic }) : t("sees {{topic}}", { topic });
      return seesReserved ? t("{{what}}, reserved items too", { what }) : what;
    })
    .join("; ");

/** An empty list may become a grant of the first part. */
export const newGrant: Grant = { topicId: null, seesReserved: false, mayEdit: false };

export function GrantsField({ grants, change }: { grants: readonly Grant[]; change: (grants: Grant[]) => void }) {
  const { topics = [] } = useListTopicsQuery().data ?? {};
  const set = (at: number, part: Partial<Grant>) => {
    change(grants.map((grant, i) => (i === at ? { ...grant, ...part } : grant)));
  };
  return (
    <Stack spacing={1}>
      {grants.map((grant, i) => (
        <Box
          key={i}
          role="group"
          aria-label={t("Part {{i}}", { i: i + 1 })}
          sx={{ display: "flex", gap: 1.5, alignItems: "center" }}
        >
          <TextField
            select
            size="small"
            label={t("The guest")}
            value={grant.mayEdit ? "writes" : "sees"}
            sx={{ width: 190 }}
            onChange={(event) => {
              set(i, { mayEdit: event.target.value === "writes" });
            }}
          >
            <MenuItem value="sees">{t("sees")}</MenuItem>
            <MenuItem value="writes">{t("sees and writes")}</MenuItem>
          </TextField>
          <TextField
            select
            size="small"
            label={t("Part of the bank")}
            value={grant.topicId ?? "all"}
            sx={{ flex: 1 }}
            onChange={(event) => {
              set(i, { topicId: event.target.value === "all" ? null : event.target.value });
            }}
          >
            <MenuItem value="all">{t("the whole bank")}</MenuItem>
            {topics.map((topic) => (
              <MenuItem key={topic.id} value={topic.id} sx={{ pl: topic.parentId ? 4 : 2 }}>
                {topic.name}
              </MenuItem>
            ))}
          </TextField>
          <FormControlLabel
            control={
              <Checkbox
                checked={grant.seesReserved}
                onChange={(_, isOn) => {
                  set(i, { seesReserved: isOn });
                }}
              />
            }
            label={t("reserved items too")}
          />
          {grants.length > 1 && (
            <Button
              size="small"
              color="inherit"
              aria-label={t("Take out part {{i}}", { i: i + 1 })}
              onClick={() => {
                change(grants.filter((_, at) => at !== i));
              }}
            >
              {t("Remove")}
            </Button>
          )}
        </Box>
      ))}
      <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <Button
          size="small"
          disabled={grants.length >= 100}
          onClick={() => {
            change([...grants, newGrant]);
          }}
        >
          {t("Another part")}
        </Button>
        <Typography variant="body2" color="textSecondary">
          {t("Each with what lies under it: items in use, with their keys.")}
        </Typography>
      </Box>
    </Stack>
  );
}
