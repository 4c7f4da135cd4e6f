import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { CardCode } from "../ui/CardCode.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useListEnrolmentsQuery, useReissueCardMutation } from "./api.ts";
import { t } from "../platform/words.ts";

/** Entry cards of a class, to print and cut, and to give out anew when one is lost. */
export function CardsPage() {
  const { classId = "" } = useParams();
  const { data, error, isLoading, refetch } = useListEnrolmentsQuery({ params: { classId } });
  const [reissue] = useReissueCardMutation();
  const say = useToast();
  const giveNew = async (studentId: string, name: string) => {
    const answer = await reissue({ params: { classId, studentId } });
    if (answer.data)
      say({
        text: t("{{name}} has a new card: {{entryCard}}. The old one no longer works.", {
          name,
          entryCard: answer.data.entryCard,
        }),
      });
    else say({ text: problemOf(answer.error).detail, isError: true });
  };
  return (
    <Page
      title={data ? t("Entry cards of {{className}}", { className: data.className }) : t("Entry cards")}
      about={t("Students enter at {{host}}/s with the words of their card, or by the code", {
        host: window.location.host,
      })}
      actions={
        <Button
          variant="contained"
          onClick={() => {
            window.print();
          }}
        >
          {t("Print the cards")}
        </Button>
      }
    >
      {isLoading && <Loading what={t("cards")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(320px, 100%), 1fr))", gap: 1.5 }}>
        {data?.students.map((student) => (
          <Paper key={student.studentId} sx={{ p: 2, breakInside: "avoid", display: "flex", gap: 2 }}>
            <CardCode card={student.entryCard} of={student.name} size={88} />
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography variant="body2" color="textSecondary">
                {student.name}, {data.className}
              </Typography>
              <Typography sx={{ fontSize: 19, fontWeight: 700, my: 0.25 }}>{student.entryCard}</Typography>
              <Box sx={{ display: "flex", flexWrap: "wrap", justifyContent: "space-between", alignItems: "center" }}>
                <Typography variant="caption" color="textSecondary">
                  {window.location.host}/s
                </Typography>
                <Button
                  size="small"
                  sx={{ displayPrint: "none" }}
                  aria-label={t("New card for {{student}}", { student: student.name })}
                  onClick={() => void giveNew(student.studentId, student.name)}
                >
                  {t("New card")}
                </Button>
              </Box>
            </Box>
          </Paper>
        ))}
      </Box>
    </Page>
  );
}
