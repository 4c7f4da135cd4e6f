import { Navigate } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { useClassInFocus } from "../platform/classInFocus.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { t } from "../platform/words.ts";

/** The plan of the class in focus, or of the first; the plan itself leads to the others. */
export function PlansPage() {
  const { data, error, refetch } = useListClassesQuery();
  const inFocus = useClassInFocus().id;
  const first = data?.classes.find((one) => one.id === inFocus) ?? data?.classes[0];
  if (first) return <Navigate to={`/plans/${first.id}`} replace />;
  return (
    <Page title={t("Plans")}>
      {error ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : data ? (
        <Empty>{t("There is no class in this school year yet.")}</Empty>
      ) : (
        <Loading what={t("classes")} />
      )}
    </Page>
  );
}
