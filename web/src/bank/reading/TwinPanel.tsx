/** What explains a reserved item in place of itself, what a practice item explains, and whether a twin is asked for. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { OnlyFirst } from "../../ui/OnlyFirst.tsx";
import { useAskForTwinMutation, useSetTwinMutation, useShowTwinsQuery } from "../api.ts";
import { useItemByNumber } from "../fields/useItemByNumber.ts";
import { WhatIsThis } from "../../ui/WhatIsThis.tsx";
import { t } from "../../platform/words.ts";

export function TwinPanel({ item }: { item: Item }) {
  const params = { itemId: item.id };
  const { data } = useShowTwinsQuery({ params });
  const [ask, { isLoading }] = useAskForTwinMutation();
  const say = useToast();
  const isReserved = item.tagging.use === "reserved";
  if (!data || (!isReserved && data.explains.length === 0 && !data.asked)) return null;
  const want = async (isWanted: boolean) => {
    const { error } = await ask({ params, body: { isWanted } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box component="section" aria-label={t("Practice twin")} sx={{ mt: 2 }}>
      <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700, mb: 0.5 }}>
        {t("Practice twin")}
        <WhatIsThis term="twin" />
      </Typography>
      {data.explains.map((one) => (
        <Typography key={one.id} variant="body2">
          {isReserved ? t("Named as the twin of") : t("Shown in place of")}{" "}
          <Link component={RouterLink} to={`/bank?item=${one.id}`}>
            {t("item {{number}}", { number: one.number })}
          </Link>
          {isReserved
            ? t("; as it is reserved for tests itself, it is not shown in its place.")
            : t(", which is reserved for tests.")}
        </Typography>
      ))}
      <OnlyFirst isMore={data.explainsMore} text={t("It is the twin of more items than are named here.")} />
      {isReserved && (
        <Typography variant="body2">
          {data.twin ? (
            <>
              {t("After a test")}{" "}
              <Link component={RouterLink} to={`/bank?item=${data.twin.id}`}>
                {t("item {{number}}", { number: data.twin.number })}
              </Link>{" "}
              {t("is shown in its place: {{stem}}", { stem: data.twin.stem })}
            </>
          ) : (
            t("None yet: after a test nothing explains this item.")
          )}
        </Typography>
      )}
      {data.asked && (
        <Typography variant="body2">
          {t("{{by}} asked for a twin.", { by: data.asked.by })}{" "}
          <Button size="small" disabled={isLoading} onClick={() => void want(false)}>
            {t("No longer")}
          </Button>
        </Typography>
      )}
      {isReserved && (
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "flex-start", mt: 0.5 }}>
          <Button size="small" component={RouterLink} to={`/bank/new?variantOf=${item.id}&twin=explains`}>
            {t("Write one")}
          </Button>
          {!data.asked && (
            <Button size="small" disabled={isLoading} onClick={() => void want(true)}>
              {t("Ask for one")}
            </Button>
          )}
          <Choose itemId={item.id} has={data.twin !== null} />
        </Box>
      )}
    </Box>
  );
}

/** An item that is there already, by its number. */
function Choose({ itemId, has }: { itemId: string; has: boolean }) {
  const [number, setNumber] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const [set, { isLoading }] = useSetTwinMutation();
  const find = useItemByNumber();
  const keep = async (twinId: string | null) => {
    const answer = await set({ params: { itemId }, body: { twinId } });
    setTrouble(answer.error ? problemOf(answer.error).detail : null);
    if (answer.data) setNumber("");
  };
  const choose = async () => {
    const twin = await find(number);
    if (twin) await keep(twin.id);
    else setTrouble(t("There is no item {{number}}.", { number }));
  };
  return (
    <>
      <TextField
        size="small"
        label={t("Number of its twin")}
        value={number}
        error={trouble !== null}
        helperText={trouble}
        slotProps={{ htmlInput: { inputMode: "numeric" } }}
        sx={{ width: 190 }}
        onChange={(event) => {
          setNumber(event.target.value.replaceAll(/\D/g, ""));
        }}
      />
      <Button size="small" disabled={isLoading || number === ""} onClick={() => void choose()}>
        {t("Save")}
      </Button>
      {has && (
        <Button size="small" color="inherit" disabled={isLoading} onClick={() => void keep(null)}>
          {t("Remove twin")}
        </Button>
      )}
    </>
  );
}
