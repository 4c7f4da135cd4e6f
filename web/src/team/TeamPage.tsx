import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useLazyExportDepartmentQuery, useShowSessionQuery } from "./api.ts";

/** The department: its classes with their entry cards, and the whole of it as a file. */
export function TeamPage() {
  const session = useShowSessionQuery();
  const { data, error, isLoading, refetch } = useListClassesQuery();
  const isLead = session.data?.member?.role === "lead";
  return (
    <Page title="Team" about={session.data?.member?.department} actions={isLead && <ExportButton />}>
      {isLoading && <Loading what="classes" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        Classes
      </Typography>
      <Stack spacing={1}>
        {data?.classes.map((one) => (
          <Paper key={one.id} sx={{ px: 2, py: 1.5, display: "flex", alignItems: "center", gap: 2 }}>
            <Typography sx={{ flex: 1 }}>
              <strong>{one.name}</strong> · {one.course} · {counted(one.students, "student")}
            </Typography>
            <Button component={Link} to={`/classes/${one.id}/cards`} variant="outlined">
              Entry cards
            </Button>
          </Paper>
        ))}
      </Stack>
    </Page>
  );
}

function ExportButton() {
  const [load, { isFetching }] = useLazyExportDepartmentQuery();
  const say = useToast();
  const save = async () => {
    const { data, error } = await load();
    if (!data) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([JSON.stringify(data, null, 2)], { type: "application/json" }));
    link.download = "department.json";
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <Button variant="outlined" disabled={isFetching} onClick={() => void save()}>
      Export the department
    </Button>
  );
}
