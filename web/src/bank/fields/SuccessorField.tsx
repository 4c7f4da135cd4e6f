/** Of a retired item: the one that takes its place, named by its number. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { useSetItemStatusMutation } from "../api.ts";
import { useItemByNumber } from "./useItemByNumber.ts";
import { t } from "../../platform/words.ts";

export function SuccessorField({ item }: { item: Item }) {
  const [number, setNumber] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const find = useItemByNumber();
  const [set, { isLoading }] = useSetItemStatusMutation();
  const keep = async () => {
    const successor = await find(number);
    if (!successor) {
      setTrouble(t("There is no item {{number}}.", { number }));
      return;
    }
    const body = { version: item.version, status: "retired" as const, successorId: successor.id };
    const answer = await set({ params: { itemId: item.id }, body });
    setTrouble(answer.error ? problemOf(answer.error).detail : null);
    if (answer.data) setNumber("");
  };
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography>
        {t("Retired.")}{" "}
        {item.successor ? (
          <Link component={RouterLink} to={`/bank?item=${item.successor.id}`}>
            {t("Item {{number}} takes its place", { number: item.successor.number })}
          </Link>
        ) : (
          t("No item takes its place yet.")
        )}
      </Typography>
      <Box sx={{ display: "flex", gap: 1, mt: 1, alignItems: "flex-start" }}>
        <TextField
          size="small"
          label={t("Number of the item that takes its place")}
          value={number}
          error={trouble !== null}
          helperText={trouble}
          slotProps={{ htmlInput: { inputMode: "numeric" } }}
          sx={{ flex: 1 }}
          onChange={(event) => {
            setNumber(event.target.value.replaceAll(/\D/g, ""));
          }}
        />
        <Button disabled={isLoading || number === ""} onClick={() => void keep()}>
          {t("Save")}
        </Button>
      </Box>
    </Box>
  );
}
