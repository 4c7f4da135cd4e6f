/** A topic, chosen by typing its letters; named with the topic above it. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useListTopicsQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function TopicField(props: {
  label: string;
  required?: boolean;
  topicId: string | null;
  choose: (topicId: string | null) => void;
}) {
  const { label, required = false, topicId, choose } = props;
  const topics = useListTopicsQuery().data?.topics ?? [];
  const nameOf = (id: string) => topics.find((topic) => topic.id === id)?.name ?? "";
  return (
    <Autocomplete
      size="small"
      options={topics}
      value={topics.find((topic) => topic.id === topicId) ?? null}
      getOptionLabel={({ parentId, name }) => (parentId ? `${nameOf(parentId)}: ${name}` : name)}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, topic) => {
        choose(topic?.id ?? null);
      }}
      renderInput={(params) => <TextField {...params} label={label} required={required} />}
      noOptionsText={t("No topic has these letters")}
    />
  );
}
