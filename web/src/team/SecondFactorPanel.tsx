/** Whether the department asks its staff for a second step at sign-in, and who has one. */
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useAskSecondFactorMutation, useListMembersQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function SecondFactorPanel() {
  const { data } = useListMembersQuery();
  const [ask, { isLoading }] = useAskSecondFactorMutation();
  const say = useToast();
  if (!data) return null;
  const staff = data.members.filter((one) => one.leftAt === null && one.role !== "guest");
  const without = staff.filter((one) => !one.hasSecondFactor);
  const set = async (isAsked: boolean) => {
    const { error } = await ask({ body: { isAsked } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (isAsked && without.length > 0)
      say({ text: t("{{count}} colleagues will set it up first when they go on.", { count: without.length }) });
  };
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3, mb: 1.5 }}>
        {t("Signing in")}
      </Typography>
      <Paper sx={{ px: 2, py: 1.5 }}>
        <FormControlLabel
          control={
            <Switch checked={data.asksSecondFactor} disabled={isLoading} onChange={(_, isAsked) => void set(isAsked)} />
          }
          label={t("Ask all staff for a second step when they sign in")}
        />
        <Typography variant="body2" color="textSecondary">
          {t("A code from an app, after the password. {{without}}", {
            without:
              without.length === 0
                ? t("All staff have it.")
                : t("Not set up yet: {{without}}.{{asksSecondFactor}}", {
                    without: without.map((one) => one.name).join(", "),
                    asksSecondFactor: data.asksSecondFactor ? t(" Until then only their account is open to them.") : "",
                  }),
          })}
        </Typography>
      </Paper>
    </>
  );
}
