/** Why others say that the right answer is right, without names; and which of it one would tell a friend. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Typography from "@mui/material/Typography";
import { useId } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useLazyListOthersReasonsQuery, useTellReasonMutation } from "./api.ts";

export function OthersReasons({ sittingId, position }: { sittingId: string; position: number }) {
  const id = useId();
  const [ask, { data, isFetching, error }] = useLazyListOthersReasonsQuery();
  const [tell, telling] = useTellReasonMutation();
  const params = { sittingId, position };
  if (!data)
    return (
      <Box sx={{ mt: 1 }}>
        <Button disabled={isFetching} onClick={() => void ask({ params })}>
          {t("How others explain it")}
        </Button>
        {error && <Alert severity="warning">{problemOf(error).detail}</Alert>}
      </Box>
    );
  if (data.reasons.length === 0)
    return (
      <Typography variant="body2" color="textSecondary" role="status" sx={{ mt: 1 }}>
        {t("Nobody’s explanation can be read yet.")}
      </Typography>
    );
  const chosen =
    telling.originalArgs?.params.position === position && !telling.error ? telling.originalArgs.body.id : data.told;
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography id={id} variant="body2" sx={{ fontWeight: 700 }}>
        {t("Others who had it right wrote this. Which would you tell a friend?")}
      </Typography>
      <RadioGroup
        aria-labelledby={id}
        value={chosen ?? ""}
        onChange={(_, reasonId) => void tell({ params, body: { id: reasonId } })}
      >
        {data.reasons.map((one) => (
          <FormControlLabel key={one.id} value={one.id} control={<Radio />} label={one.text} />
        ))}
      </RadioGroup>
      <Typography variant="body2" color={telling.error ? "error" : "textSecondary"} aria-live="polite">
        {telling.error
          ? problemOf(telling.error).detail
          : chosen === null
            ? t("Nobody sees that it was you.")
            : t("Saved. Nobody sees that it was you.")}
      </Typography>
    </Box>
  );
}
