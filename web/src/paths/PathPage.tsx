/** A path: who waits for a colleague, and where everybody is. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import { Link, useNavigate, useParams } from "react-router";
import type { Path } from "@verdant/contract/paths";
import { useState } from "react";
import { useListClassesQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { useIsWide } from "../ui/SidePanel.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useArchivePathMutation, useCopyPathMutation, useShowPathQuery } from "./api.ts";
import { BoardList } from "./BoardList.tsx";
import { BoardTable } from "./BoardTable.tsx";
import { useTicks } from "./useTicks.ts";
import { WaitingPanel } from "./WaitingPanel.tsx";

export function PathPage() {
  const { pathId = "" } = useParams();
  const { data: path, error } = useShowPathQuery(
    { params: { pathId } },
    { pollingInterval: 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  return (
    <Page
      title={path ? path.name : t("Path")}
      about={path && t("Class {{className}}", { className: path.className })}
      actions={path && <Actions path={path} />}
    >
      {error && !path ? <Failed error={error} /> : path ? <Board path={path} /> : <Loading what={t("the path")} />}
    </Page>
  );
}

function Board({ path }: { path: Path }) {
  const isWide = useIsWide();
  const ticks = useTicks(path);
  const left = path.steps.filter(({ kind, releaseId }) => kind !== "task" && releaseId === null);
  return (
    <Stack spacing={2}>
      {path.isArchived && (
        <Alert severity="info">
          {t("This path is archived: students do not see it, and its checks are not closed by it.")}
        </Alert>
      )}
      {left.length > 0 && (
        <Alert severity="warning">
          {t("{{count}} steps have no quiz yet, so nobody gets past the first of them.", { count: left.length })}
        </Alert>
      )}
      {path.students.length === 0 ? (
        <Empty>{t("Nobody is in the class yet.")}</Empty>
      ) : (
        <>
          {!path.isArchived && <WaitingPanel path={path} tick={ticks.tick} />}
          {isWide ? <BoardTable path={path} {...ticks} /> : <BoardList path={path} {...ticks} />}
        </>
      )}
    </Stack>
  );
}

function Actions({ path }: { path: Path }) {
  const params = { pathId: path.id };
  const [archive, { isLoading }] = useArchivePathMutation();
  const say = useToast();
  const setArchived = async (isArchived: boolean) => {
    const { error } = await archive({ params, body: { isArchived } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (isArchived)
      say({ text: t("Archived. Nothing of what was done is lost."), undo: () => void setArchived(false) });
  };
  return (
    <>
      <Button component={Link} to={`/paths/${path.id}/edit`} variant="outlined">
        {t("Change the path")}
      </Button>
      <CopyToClass path={path} />
      <Button disabled={isLoading} onClick={() => void setArchived(!path.isArchived)}>
        {path.isArchived ? t("Bring it back") : t("Archive")}
      </Button>
    </>
  );
}

function CopyToClass({ path }: { path: Path }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { classes = [] } = useListClassesQuery().data ?? {};
  const others = classes.filter(({ id }) => id !== path.classId);
  const [copy, { isLoading }] = useCopyPathMutation();
  const navigate = useNavigate();
  const say = useToast();
  const close = () => {
    setAnchor(null);
  };
  const give = async (classId: string, className: string) => {
    close();
    const { data, error } = await copy({ params: { pathId: path.id }, body: { classId } });
    if (!data) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    say({
      text:
        data.quizzesLeft === 0
          ? t("Class {{className}} has the path.", { className })
          : t("Class {{className}} has the path. {{count}} quizzes are not released to it: choose them here.", {
              className,
              count: data.quizzesLeft,
            }),
    });
    await navigate(`/paths/${data.id}`);
  };
  if (others.length === 0) return null;
  return (
    <>
      <Button
        aria-haspopup="menu"
        disabled={isLoading}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("Same path for another class")}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        {others.map(({ id, name }) => (
          <MenuItem key={id} onClick={() => void give(id, name)}>
            {t("Class {{className}}", { className: name })}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
