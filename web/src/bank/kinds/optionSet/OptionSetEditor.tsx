/** Writing a judgement: the set of words to judge by, one of the program's or the department's, and which is right. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { startingSets } from "@verdant/core/items/optionSet";
import { plainText, richTextOf } from "@verdant/core/richText";
import { useState } from "react";
import { problemOf } from "../../../platform/problem.ts";
import { useIsGuest } from "../../../team/api.ts";
import { useToast } from "../../../ui/Toasts.tsx";
import { useKeepOptionSetMutation, useListOptionSetsQuery, useRemoveOptionSetMutation } from "../../api.ts";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { OptionRows } from "../OptionRows.tsx";
import { t } from "../../../platform/words.ts";

const own = "own words";

export function OptionSetEditor({ content, onChange }: EditorProps<"optionSet">) {
  const isGuest = useIsGuest();
  const kept = useListOptionSetsQuery(undefined, { skip: isGuest }).data?.optionSets ?? [];
  const sets = [...startingSets, ...kept];
  const [remove] = useRemoveOptionSetMutation();
  const say = useToast();
  const choose = (setName: string) => {
    const words = sets.find((set) => set.name === setName)?.words ?? [];
    const options = words.map((word, i) => ({ id: newOptionId(), text: richTextOf(word), isKey: i === 0 }));
    onChange({ ...content, setName, options: options.length > 0 ? options : content.options });
  };
  const known = sets.find((set) => set.name === content.setName);
  const ofDepartment = kept.find((set) => set.name === content.setName);
  const take = async (id: string, name: string) => {
    const answer = await remove({ params: { optionSetId: id } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else say({ text: t("“{{name}}” is no longer offered. Items with it stay as they are.", { name }) });
  };
  return (
    <Stack spacing={2}>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
        <TextField
          select
          label={t("Set of words to judge by")}
          value={known ? content.setName : own}
          onChange={(event) => {
            choose(event.target.value);
          }}
          sx={{ width: 360 }}
        >
          {sets.map((set) => (
            <MenuItem key={set.name} value={set.name}>
              {set.name}
            </MenuItem>
          ))}
          <MenuItem value={own}>{own}</MenuItem>
        </TextField>
        {ofDepartment && (
          <Button size="small" color="inherit" onClick={() => void take(ofDepartment.id, ofDepartment.name)}>
            {t("Stop offering it")}
          </Button>
        )}
      </Box>
      <OptionRows
        key={content.options[0]?.id}
        keys="one"
        mixes={false}
        options={content.options}
        onChange={(options) => {
          onChange({ ...content, options });
        }}
      />
      {!known && !isGuest && (
        <KeepSet
          words={content.options.map((option) => plainText(option.text)).filter((word) => word !== "")}
          taken={sets.map((set) => set.name)}
          keptAs={(setName) => {
            onChange({ ...content, setName });
          }}
        />
      )}
    </Stack>
  );
}

/** Own words become a set that every colleague can choose. */
function KeepSet(props: { words: readonly string[]; taken: readonly string[]; keptAs: (name: string) => void }) {
  const { words, taken, keptAs } = props;
  const [name, setName] = useState("");
  const [keep, { isLoading, error }] = useKeepOptionSetMutation();
  const isTaken = taken.includes(name.trim());
  const send = async () => {
    const answer = await keep({ params: { optionSetId: crypto.randomUUID() }, body: { name, words: [...words] } });
    if (answer.data) keptAs(name.trim());
  };
  return (
    <Box>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      <Box sx={{ display: "flex", gap: 1, alignItems: "flex-start" }}>
        <TextField
          size="small"
          label={t("Save these words as a set of the department")}
          placeholder={words.join(", ").toLowerCase()}
          value={name}
          error={isTaken}
          helperText={isTaken ? t("There is a set of this name.") : undefined}
          slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }}
          sx={{ width: 360 }}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Button
          variant="outlined"
          disabled={isLoading || isTaken || name.trim() === "" || words.length < 2}
          onClick={() => void send()}
        >
          {t("Save the set")}
        </Button>
      </Box>
    </Box>
  );
}
