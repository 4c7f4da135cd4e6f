/** The department's own words for finding items; those that are in use are offered. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { limits } from "@verdant/contract/wire";
import { useListItemsQuery } from "../api.ts";

export function TagsField(props: { tags: readonly string[]; label?: string; onChange: (tags: string[]) => void }) {
  const { tags, label = "Tags", onChange } = props;
  const inUse = useListItemsQuery({ query: { sort: "newest", limit: 0 } }).data?.facets.tag ?? [];
  return (
    <Autocomplete
      multiple
      freeSolo
      autoSelect
      size="small"
      options={inUse.map((one) => one.id)}
      value={[...tags]}
      onChange={(_, chosen) => {
        const plain = chosen.map((tag) => tag.trim().toLowerCase().slice(0, limits.tag)).filter(Boolean);
        onChange([...new Set(plain)].slice(0, limits.tags));
      }}
      renderInput={(params) => <TextField {...params} label={label} />}
    />
  );
}
