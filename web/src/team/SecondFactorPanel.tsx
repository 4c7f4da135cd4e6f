/** Whether the department asks its staff for a second step at sign-in, and who has one. */
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import { problemOf } from "../platform/problem.ts";
import { counted } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useAskSecondFactorMutation, useListMembersQuery } from "./api.ts";

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
      say({ text: `${counted(without.length, "colleague")} will set it up first when they go on.` });
  };
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3, mb: 1.5 }}>
        Signing in
      </Typography>
      <Paper sx={{ px: 2, py: 1.5 }}>
        <FormControlLabel
          control={
            <Switch checked={data.asksSecondFactor} disabled={isLoading} onChange={(_, isAsked) => void set(isAsked)} />
          }
          label="Ask all staff for a second step when they sign in"
        />
        <Typography variant="body2" color="textSecondary">
          A code from an app, after the password.{" "}
          {without.length === 0
            ? "All staff have it."
            : `Not set up yet: ${without.map((one) => one.name).join(", ")}.${data.asksSecondFactor ? " Until then only their account is open to them." : ""}`}
        </Typography>
      </Paper>
    </>
  );
}
