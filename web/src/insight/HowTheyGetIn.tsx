/** How students get at what was released: the address, their cards, and one student's card on demand. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Link } from "react-router";
import { useListEnrolmentsQuery } from "../courses/api.ts";
import { CardCode } from "../ui/CardCode.tsx";
import { t } from "../platform/words.ts";

export function HowTheyGetIn(props: {
  releaseId: string;
  classes: readonly { readonly id: string; readonly name: string }[];
}) {
  const { releaseId, classes } = props;
  const address = `${window.location.host}/s`;
  return (
    <Paper component="section" aria-labelledby="getting-in" sx={{ p: 2 }}>
      <Typography variant="h2" id="getting-in" sx={{ mb: 1 }}>
        {t("How students get in")}
      </Typography>
      <Typography sx={{ mb: 1 }}>
        {t("They open")} <strong>{address}</strong>{" "}
        {t(
          "and type the words of their card, or hold the camera over its code. What is open for them stands at the top.",
        )}
      </Typography>
      <Button component={Link} to={`/results/${releaseId}/rules`} variant="outlined">
        {t("The rules, to read out or print")}
      </Button>
      {classes.map((one) => (
        <OneClass key={one.id} of={one} />
      ))}
    </Paper>
  );
}

function OneClass({ of }: { of: { readonly id: string; readonly name: string } }) {
  const { data } = useListEnrolmentsQuery({ params: { classId: of.id } });
  const [studentId, setStudentId] = useState<string | null>(null);
  const student = data?.students.find((one) => one.studentId === studentId) ?? null;
  if (data?.students.length === 0)
    return (
      <Typography>
        {t("Nobody is in {{of}} yet.", { of: of.name })} <Link to={`/classes/${of.id}`}>{t("Put students in")}</Link>
        {t(": each gets a card, and can do what was released to the class.")}
      </Typography>
    );
  return (
    <>
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "center", mt: 1 }}>
        <Button component={Link} to={`/classes/${of.id}/cards`} variant="outlined">
          {t("Cards of {{of}}", { of: of.name })}
        </Button>
        <Autocomplete
          size="small"
          options={data?.students ?? []}
          value={student}
          getOptionLabel={(one) => one.name}
          isOptionEqualToValue={(a, b) => a.studentId === b.studentId}
          onChange={(_, chosen) => {
            setStudentId(chosen?.studentId ?? null);
          }}
          renderInput={(params) => <TextField {...params} label={t("One student’s card, {{of}}", { of: of.name })} />}
          sx={{ width: 280, maxWidth: "100%" }}
        />
      </Box>
      {student && (
        <Box sx={{ display: "flex", gap: 2, alignItems: "center", mt: 1.5 }} role="status">
          <CardCode card={student.entryCard} of={student.name} size={96} />
          <Box>
            <Typography variant="body2" color="textSecondary">
              {student.name}
            </Typography>
            <Typography sx={{ fontSize: "1.25rem", fontWeight: 700 }}>{student.entryCard}</Typography>
          </Box>
        </Box>
      )}
    </>
  );
}
