/** Asks that what is worked out at night be worked out now. */
import Button from "@mui/material/Button";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";
import { useAskCalibrationMutation } from "./api.ts";

export function AskCalibration({ isAsked }: { isAsked: boolean }) {
  const [ask, { isLoading }] = useAskCalibrationMutation();
  const say = useToast();
  return (
    <Button
      variant="outlined"
      disabled={isAsked}
      loading={isLoading}
      onClick={() =>
        void ask({}).then(({ error }) => {
          if (error) say({ text: problemOf(error).detail, isError: true });
        })
      }
    >
      {isAsked ? t("Being worked out …") : t("Work it out now")}
    </Button>
  );
}
