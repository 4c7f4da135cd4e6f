/** The look-alikes of an item: read, put together with another, taken apart. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { headline } from "@verdant/core/richText";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import Link from "@mui/material/Link";
import { problemOf } from "../../platform/problem.ts";
import { OnlyFirst } from "../../ui/OnlyFirst.tsx";
import { useToast } from "../../ui/Toasts.tsx";
import { useChangeFamilyMutation, useListFamilyQuery } from "../api.ts";
import { useItemByNumber } from "../fields/useItemByNumber.ts";
import { WhatIsThis } from "../../ui/WhatIsThis.tsx";
import { t } from "../../platform/words.ts";

export function FamilyPanel({ item }: { item: Item }) {
  const { data } = useListFamilyQuery({ params: { itemId: item.id } });
  const [number, setNumber] = useState("");
  const find = useItemByNumber();
  const [change, { isLoading }] = useChangeFamilyMutation();
  const say = useToast();
  const siblings = data?.items ?? [];
  const [sibling] = siblings;
  const put = async (version: number, joins: string | null, text: string, back?: string | null) => {
    const answer = await change({ params: { itemId: item.id }, body: { version, joins } });
    if (answer.error) {
      say({ text: problemOf(answer.error).detail, isError: true });
      return;
    }
    const { version: now } = answer.data;
    say({ text, ...(back !== undefined && { undo: () => void put(now, back, t("As it was.")) }) });
  };
  const join = async () => {
    const other = await find(number);
    if (!other || other.id === item.id) {
      say({
        text: t("There is no other item with the number “{{number}}”.", { number: number.trim() }),
        isError: true,
      });
      return;
    }
    setNumber("");
    const text = t("Items {{number}} and {{other}} are look-alikes now: never both in one quiz.", {
      number: item.number,
      other: other.number,
    });
    await put(item.version, other.id, text, sibling?.id ?? null);
  };
  return (
    <Box
      component="section"
      aria-label={t("Look-alikes")}
      sx={{ mt: 1.5, pt: 1.5, borderTop: 1, borderColor: "divider" }}
    >
      <Typography variant="body2" sx={{ fontWeight: 700 }}>
        {t("Look-alikes, never two in one quiz")}
        <WhatIsThis term="lookAlike" />
      </Typography>
      {siblings.length === 0 && (
        <Typography variant="body2" color="textSecondary">
          {t("None.")}
        </Typography>
      )}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {siblings.map((one) => (
          <li key={one.id}>
            <Link component={RouterLink} to={`/bank?item=${one.id}`}>
              {one.number}
            </Link>{" "}
            {headline(one.content.stem)}
            {one.status !== "approved" && ` (${one.status})`}
          </li>
        ))}
      </Box>
      <OnlyFirst
        isMore={data?.isMore}
        text={t("Only the first {{siblings}} are listed.", { siblings: siblings.length })}
      />
      <Box sx={{ display: "flex", gap: 1, mt: 1, alignItems: "center", "& button": { whiteSpace: "nowrap" } }}>
        <TextField
          size="small"
          label={t("Item number")}
          value={number}
          sx={{ width: 130 }}
          onChange={(event) => {
            setNumber(event.target.value);
          }}
        />
        <Button size="small" disabled={isLoading || !/^\s*#?\d{1,9}\s*$/.test(number)} onClick={() => void join()}>
          {t("Make look-alikes")}
        </Button>
        {sibling && (
          <Button
            size="small"
            disabled={isLoading}
            onClick={() =>
              void put(item.version, null, t("Item {{number}} is on its own now.", { number: item.number }), sibling.id)
            }
          >
            {t("No longer a look-alike")}
          </Button>
        )}
      </Box>
    </Box>
  );
}
