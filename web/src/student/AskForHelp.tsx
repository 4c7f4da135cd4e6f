/** A student who needs the teacher: said truly, whether somebody is watching or not. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useState } from "react";
import { t } from "../platform/words.ts";
import type { SittingHere } from "./useSitting.ts";

export function AskForHelp({ here: { help, askForHelp } }: { here: Pick<SittingHere, "help" | "askForHelp"> }) {
  const [isUnreached, setUnreached] = useState(false);
  const ask = async (asks: boolean) => {
    setUnreached(!(await askForHelp(asks)));
  };
  return (
    <Box sx={{ mt: 1, fontSize: "1.0625rem" }}>
      <span role="status">
        {isUnreached
          ? t("The network is away, so your teacher cannot see it here. ")
          : help === null
            ? ""
            : help.isWatched
              ? t("Your teacher sees that you need help. ")
              : t("Your teacher sees that you need help as soon as they watch this quiz. ")}
      </span>
      <Link
        component="button"
        type="button"
        sx={{ fontSize: "inherit", minHeight: 44, py: 1 }}
        onClick={() => void ask(help === null)}
      >
        {help === null ? t("Ask for help") : t("I no longer need help")}
      </Link>
    </Box>
  );
}
