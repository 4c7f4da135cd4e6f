import Button from "@mui/material/Button";
import { isRouteErrorResponse, Link, useRouteError } from "react-router";
import { Page } from "../ui/Page.tsx";
import { Empty } from "../ui/States.tsx";
import { t } from "../platform/words.ts";

/** A wrong address, or a page that broke. */
export function NotHere() {
  const error = useRouteError();
  // Null where nothing was thrown, whatever its type says.
  const broke = error != null && !isRouteErrorResponse(error);
  return (
    <Page title={broke ? t("This page broke") : t("There is nothing here")}>
      <Empty
        action={
          <Button component={Link} to="/" variant="contained" reloadDocument>
            {t("Go to Today")}
          </Button>
        }
      >
        {broke
          ? t("Something on this page went wrong. What you had written is saved as a draft.")
          : t("The address may be old, or a colleague may have moved what was here.")}
      </Empty>
    </Page>
  );
}
