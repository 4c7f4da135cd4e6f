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

const roleWords: Record<ColumnRole, string> = {
  question: "the question",
  option: "an option",
  key: "the right answer",
  reason: "why an option is wrong",
  label: "a short label",
  use: "practice or reserved",
  demand: "recall, apply or reason",
  family: "its family",
  seconds: "expected seconds",
  points: "points",
  difficulty: "difficulty, 1 to 5",
  why: "the explanation",
  next: "the next step",
  topic: "the topic",
  standards: "standards",
  nothing: "leave out",
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
          A workbook (.xlsx, .csv) as it is, with your own headings, or a word-processor file (.docx) with numbered
          questions and lettered options. It is read on this device; nothing is kept until you take the items in.
        </Typography>
        <Button
          variant="outlined"
          disabled={isReading}
          onClick={() => {
            input.current?.click();
          }}
        >
          Choose a file
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.tsv,.xlsx,.docx"
          aria-label="File of questions"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) choose(file);
            event.target.value = "";
          }}
        />
        {isReading && (
          <Box sx={{ alignSelf: "stretch" }}>
            <Loading what="the file" />
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
          label="Sheet"
          value={at}
          onChange={(event) => {
            choose(Number(event.target.value));
          }}
        >
          <MenuItem value={allSheets}>all sheets with headings, each by its own</MenuItem>
          {sheets.map((one, i) => (
            <MenuItem key={one.name} value={i}>
              {`${one.name} (${one.cells.length} rows)`}
            </MenuItem>
          ))}
        </TextField>
      )}
      {at === allSheets && (
        <Typography variant="body2" color="textSecondary">
          {sheet.all.length === 0
            ? "No sheet has headings that are known."
            : `Read: ${sheet.all.map((one) => one.name).join(", ")}. To change what a column holds, choose its sheet.`}
        </Typography>
      )}
      {at !== allSheets && (
        <>
          <Typography variant="body2" color="textSecondary">
            {mapping.headings >= 0
              ? `The headings stand in row ${mapping.headings + 1}. What you change here is remembered for the department.`
              : "No headings were found, so the columns are taken in their order: question, options, right answer."}
          </Typography>
          <Box component="ul" aria-label="Columns" sx={{ m: 0, p: 0, listStyle: "none" }}>
            {mapping.roles.map((role, i) => {
              const name = cells[mapping.headings]?.[i]?.trim() || `Column ${i + 1}`;
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
