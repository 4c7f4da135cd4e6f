/** The line from which a standard counts as secure, and what it has in common with standards of other frameworks. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Standard } from "@verdant/contract/standards";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useChangeStandardMutation, useLinkStandardsMutation } from "./api.ts";
import { PercentField } from "./PercentField.tsx";
import { t } from "../platform/words.ts";

export function StandardDetails(props: { standard: Standard; standards: readonly Standard[]; mayEdit: boolean }) {
  const { standard, standards, mayEdit } = props;
  const [change] = useChangeStandardMutation();
  const [link] = useLinkStandardsMutation();
  const [kind, setKind] = useState<"equals" | "overlaps">("equals");
  const say = useToast();
  const set = async (otherId: string, to: "equals" | "overlaps" | null) => {
    const { error } = await link({ params: { standardId: standard.id, otherId }, body: { kind: to } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const setLine = async (secureLine: number | null) => {
    const { error } = await change({ params: { standardId: standard.id }, body: { secureLine } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const others = standards.filter((one) => one.framework !== standard.framework);
  return (
    <Box sx={{ display: "grid", gap: 1, py: 1, fontSize: 14, fontWeight: 400 }}>
      <PercentField
        label={t("Secure line of {{code}}", { code: standard.code })}
        share={standard.secureLine}
        none={t("as the course says")}
        isReadOnly={!mayEdit}
        keep={(share) => void setLine(share)}
      />
      {standard.links.map(({ standardId, kind: is }) => {
        const other = standards.find((one) => one.id === standardId);
        return (
          <Box key={standardId} sx={{ display: "flex", gap: 1, alignItems: "center" }}>
            <span>
              {is} <strong>{other?.code ?? t("one that was withdrawn")}</strong> {other?.statement}
            </span>
            {mayEdit && (
              <Button size="small" color="inherit" onClick={() => void set(standardId, null)}>
                {t("Remove")}
              </Button>
            )}
          </Box>
        );
      })}
      {mayEdit && others.length > 0 && (
        <Box sx={{ display: "flex", gap: 1 }}>
          <TextField
            select
            size="small"
            value={kind}
            slotProps={{ htmlInput: { "aria-label": t("How {{code}} is linked", { code: standard.code }) } }}
            sx={{ width: 130 }}
            onChange={(event) => {
              setKind(event.target.value as "equals");
            }}
          >
            <MenuItem value="equals">{t("equals")}</MenuItem>
            <MenuItem value="overlaps">{t("overlaps")}</MenuItem>
          </TextField>
          <Autocomplete
            size="small"
            options={others.filter((one) => !standard.links.some((known) => known.standardId === one.id))}
            value={null}
            blurOnSelect
            getOptionLabel={(one) => `${one.code} ${one.statement}`}
            onChange={(_, one) => {
              if (one) void set(one.id, kind);
            }}
            renderInput={(params) => <TextField {...params} label={t("Standard of another framework")} />}
            sx={{ flex: 1 }}
          />
        </Box>
      )}
      {others.length === 0 && standard.links.length === 0 && (
        <Typography variant="body2" color="textSecondary">
          {t(
            "With a second framework, standards that ask the same can be linked: an item of one is then found by the other.",
          )}
        </Typography>
      )}
    </Box>
  );
}
