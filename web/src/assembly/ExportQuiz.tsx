/** The quiz as a package of either form, with its items: begun here, to be had under Import and export. */
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import { useStartExportMutation } from "../exchange/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { MenuButton } from "../ui/MenuButton.tsx";
import { useToast } from "../ui/Toasts.tsx";

export function ExportQuiz({ quizId }: { quizId: string }) {
  const [start, { isLoading }] = useStartExportMutation();
  const navigate = useNavigate();
  const say = useToast();
  const begin = async (format: "package" | "olderPackage") => {
    const { error } = await start({ body: { format, quizId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else await navigate("/exchange");
  };
  return (
    <MenuButton label={t("Export")} isBusy={isLoading}>
      <MenuItem onClick={() => void begin("package")}>{t("Package with its items (QTI 3.0)")}</MenuItem>
      <MenuItem onClick={() => void begin("olderPackage")}>
        {t("Package with its items, for older programs (QTI 2.2)")}
      </MenuItem>
    </MenuButton>
  );
}
