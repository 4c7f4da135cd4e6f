/** A file of questions: chosen or dropped, and of a workbook which column is what, guessed and to be put right. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { columnRoles, signatureOf, type ColumnRole } from "@verdant/core/bank/workbook";
import { useRef } from "react";
import { Loading } from "../../ui/States.tsx";
import { useKeepColumnMappingMutation } from "../api.ts";
import { allSheets, type SheetInHand } from "./useFileOfQuestions.ts";
import { t } from "../../platform/words.ts";

const roleWords: Record<ColumnRole, string> = {
  question: t("the question"),
  option: t("an option"),
  key: t("the right answer"),
  reason: t("why an option is wrong"),
  label: t("a short label"),
  use: t("practice or reserved"),
  demand: t("recall, apply or reason"),
  family: t("its group of look-alikes"),
  seconds: t("expected seconds"),
  points: t("points"),
  difficulty: t("difficulty, 1 to 5"),
  why: t("the explanation"),
  next: t("the next step"),
  topic: t("the topic"),
  standards: t("standards"),
  nothing: t("leave out"),
};

export function FileField(props: { choose: (file: File) => void; isReading: boolean; refused: string | null }) {
  const { choose, isReading, refused } = props;
  const input = useRef<HTMLInputElement>(null);
  return (
    <Paper
      variant="outlined"
      sx={{ p: 2.5, borderStyle: "dashed" }}
      onDragOver={(event) => {
        event.preventDefault();
      }}
      onDrop={(event) => {
        event.preventDefault();
        const [file] = event.dataTransfer.files;
        if (file) choose(file);
      }}
    >
      <Stack spacing={1.5} sx={{ alignItems: "start" }}>
        <Typography>
          {t(
            "A workbook (.xlsx, .csv) as it is, with your own headings, or text (.docx, .txt) with numbered questions and lettered options. It is read on this device; nothing is saved until you import the items.",
          )}
        </Typography>
        <Button
          variant="outlined"
          disabled={isReading}
          onClick={() => {
            input.current?.click();
          }}
        >
          {t("Choose a file")}
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.tsv,.xlsx,.docx,.txt"
          aria-label={t("File of questions")}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) choose(file);
            event.target.value = "";
          }}
        />
        {isReading && (
          <Box sx={{ alignSelf: "stretch" }}>
            <Loading what={t("the file")} />
          </Box>
        )}
        {refused && <Alert severity="error">{refused}</Alert>}
      </Stack>
    </Paper>
  );
}

export function SheetFields({ sheet }: { sheet: SheetInHand }) {
  const { sheets, at, choose, mapping, setMapping, cells } = sheet;
  const [keep] = useKeepColumnMappingMutation();
  const setRole = (column: number, role: ColumnRole) => {
    const next = { ...mapping, roles: mapping.roles.map((one, i) => (i === column ? role : one)) };
    setMapping(next);
    if (next.headings >= 0) void keep({ body: { signature: signatureOf(cells, next), roles: [...next.roles] } });
  };
  return (
    <Stack spacing={2}>
      {sheets.length > 1 && (
        <TextField
          select
          label={t("Sheet")}
          value={at}
          onChange={(event) => {
            choose(Number(event.target.value));
          }}
        >
          <MenuItem value={allSheets}>{t("all sheets with headings, each by its own")}</MenuItem>
          {sheets.map((one, i) => (
            <MenuItem key={one.name} value={i}>
              {t("{{sheet}} ({{cells}} rows)", { sheet: one.name, cells: one.cells.length })}
            </MenuItem>
          ))}
        </TextField>
      )}
      {at === allSheets && (
        <Typography variant="body2" color="textSecondary">
          {sheet.all.length === 0
            ? t("No sheet has headings that are known.")
            : t("Read: {{all}}. To change what a column holds, choose its sheet.", {
                all: sheet.all.map((one) => one.name).join(", "),
              })}
        </Typography>
      )}
      {at !== allSheets && (
        <>
          <Typography variant="body2" color="textSecondary">
            {mapping.headings >= 0
              ? t("The headings stand in row {{headings}}. What you change here is remembered for the department.", {
                  headings: mapping.headings + 1,
                })
              : t("No headings were found, so the columns are read in this order: question, options, right answer.")}
          </Typography>
          <Box component="ul" aria-label={t("Columns")} sx={{ m: 0, p: 0, listStyle: "none" }}>
            {mapping.roles.map((role, i) => {
              const name = cells[mapping.headings]?.[i]?.trim() || t("Column {{i}}", { i: i + 1 });
              return (
                <Box
                  component="li"
                  key={i}
                  sx={{
                    display: "grid",
                    gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "170px 1fr" },
                    gap: 1.5,
                    alignItems: "center",
                    mb: 1,
                  }}
                >
                  <TextField
                    select
                    size="small"
                    label={name}
                    value={role}
                    onChange={(event) => {
                      setRole(i, event.target.value as ColumnRole);
                    }}
                  >
                    {columnRoles.map((one) => (
                      <MenuItem key={one} value={one}>
                        {roleWords[one]}
                      </MenuItem>
                    ))}
                  </TextField>
                  <Typography variant="body2" color="textSecondary" noWrap>
                    {samplesOf(cells.slice(mapping.headings + 1).map((row) => row[i] ?? ""))}
                  </Typography>
                </Box>
              );
            })}
          </Box>
        </>
      )}
    </Stack>
  );
}

/** The first few different values of a column. */
const samplesOf = (values: readonly string[]) =>
  [...new Set(values.map((value) => value.trim()).filter((value) => value !== ""))].slice(0, 3).join(" · ") || "empty";
