/** A new path for a class, or one that is changed. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useMakePathMutation, useSavePathMutation, useShowPathQuery } from "./api.ts";
import { draftsOf, newStep, PathForm } from "./PathForm.tsx";

export function NewPathPage() {
  const { classId = "" } = useParams();
  const navigate = useNavigate();
  const [make, { error, isLoading }] = useMakePathMutation();
  return (
    <Page title={t("New path")} about={t("Students see it as soon as it is saved.")}>
      <PathForm
        classId={classId}
        name=""
        steps={(["practice", "task", "check"] as const).map(newStep)}
        ticksAt={() => 0}
        error={error}
        isSaving={isLoading}
        save={(body) =>
          void make({ params: { classId }, body }).then(({ data }) => {
            if (data) void navigate(`/paths/${data.id}`);
          })
        }
      >
        <Button component={Link} to={`/classes/${classId}`}>
          {t("Back to the class")}
        </Button>
      </PathForm>
    </Page>
  );
}

export function PathEditPage() {
  const { pathId = "" } = useParams();
  const params = { pathId };
  const navigate = useNavigate();
  const say = useToast();
  const { data: path, error, refetch } = useShowPathQuery({ params });
  const [shown, setShown] = useState(0);
  /** What a colleague saved takes the place of what stands in the form. */
  const showNew = async () => {
    await refetch();
    saving.reset();
    setShown(shown + 1);
  };
  const [save, saving] = useSavePathMutation();
  const ticksAt = (stepId: string) =>
    path?.steps.find(({ id }) => id === stepId)?.kind === "task"
      ? path.students.filter(({ cells }) => cells.some((cell) => cell.stepId === stepId && cell.state === "done"))
          .length
      : 0;
  return (
    <Page
      title={path ? t("Change “{{name}}”", { name: path.name }) : t("Path")}
      about={path && t("Class {{className}}", { className: path.className })}
    >
      {error ? (
        <Failed error={error} />
      ) : path ? (
        <PathForm
          key={shown}
          classId={path.classId}
          name={path.name}
          steps={draftsOf(path)}
          ticksAt={ticksAt}
          error={saving.error}
          isSaving={saving.isLoading}
          save={(body) =>
            void save({ params, body: { ...body, version: path.version } }).then(({ data }) => {
              if (!data) return;
              say({ text: t("Saved. Students see it now.") });
              void navigate(`/paths/${pathId}`);
            })
          }
        >
          {saving.error && problemOf(saving.error).kind === "stale" && (
            <Button variant="outlined" onClick={() => void showNew()}>
              {t("Show your colleague’s version")}
            </Button>
          )}
          <Button component={Link} to={`/paths/${pathId}`}>
            {t("Back to the path")}
          </Button>
        </PathForm>
      ) : (
        <Loading what={t("the path")} />
      )}
    </Page>
  );
}
