import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { DepartmentFile, importDepartment } from "@verdant/contract/exchange";
import { Link } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useImportDepartmentMutation, useLazyExportDepartmentQuery, useShowSessionQuery } from "./api.ts";

/** The department: its classes with their entry cards, and the whole of it as a file. */
export function TeamPage() {
  const session = useShowSessionQuery();
  const { data, error, isLoading, refetch } = useListClassesQuery();
  const isLead = session.data?.member?.role === "lead";
  return (
    <Page
      title="Team"
      about={session.data?.member?.department}
      actions={
        isLead && (
          <>
            <ImportButton />
            <ExportButton />
          </>
        )
      }
    >
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

/** Reads a department file; what the department has already stays, items that differ become revisions. */
function ImportButton() {
  const [importFile, { isLoading }] = useImportDepartmentMutation();
  const say = useToast();
  const read = async (file: File) => {
    let body: DepartmentFile;
    try {
      // Safe: the server checks every field and answers with the one that is wrong.
      body = JSON.parse(await file.text()) as DepartmentFile;
    } catch {
      say({ text: `${file.name} is no JSON file. Nothing was imported.`, isError: true });
      return;
    }
    const { data, error } = await importFile({ body });
    if (error) say({ text: `${problemOf(error).detail} Nothing was imported.`, isError: true });
    else say({ text: importedInWords(data) });
  };
  return (
    <Button component="label" variant="outlined" disabled={isLoading}>
      {isLoading ? "Importing…" : "Import a file"}
      <input
        type="file"
        hidden
        accept="application/json,.json"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = "";
          if (file) void read(file);
        }}
      />
    </Button>
  );
}

const importedInWords = ({ created, revised, unchanged }: Result<typeof importDepartment>) =>
  `Imported: ${counted(created.items, "new item")}, ${revised.items} revised, ${unchanged.items} unchanged; ${counted(created.topics, "topic")}, ${counted(created.classes, "class", "classes")}, ${counted(created.students, "student")}.`;
