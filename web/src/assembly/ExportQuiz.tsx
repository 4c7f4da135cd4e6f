/** The quiz as a package, with its items: begun here, to be had under Import and export. */
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import { useStartExportMutation } from "../exchange/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";

export function ExportQuiz({ quizId }: { quizId: string }) {
  const [start, { isLoading }] = useStartExportMutation();
  const navigate = useNavigate();
  const say = useToast();
  const begin = async () => {
    const { error } = await start({ body: { format: "package", quizId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else await navigate("/exchange");
  };
  return (
    <Button
      loading={isLoading}
      title={t("A package (QTI 3.0) of this quiz and its items, for other programs or another department.")}
      onClick={() => void begin()}
    >
      {t("Export")}
    </Button>
  );
}
