/** What is said of the students of a class: a row each, a column for each characteristic. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Characteristic, ClassCharacteristics } from "@verdant/contract/characteristics";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useSetClassCharacteristicsMutation, useShowClassCharacteristicsQuery } from "./api.ts";

type Said = { studentId: string; characteristicId: string; valueId: string | null };

export function ClassCharacteristicsPage() {
  const { classId = "" } = useParams();
  const { data, error, refetch } = useShowClassCharacteristicsQuery({ params: { classId } });
  return (
    <Page
      title={data ? t("Groups in {{className}}", { className: data.className }) : t("Groups of students")}
      about={t("Only staff see this; it is used to compare groups and for nothing else.")}
      actions={
        <>
          <Button component={Link} to="/characteristics">
            {t("What is kept of students")}
          </Button>
          <Button component={Link} to={`/classes/${classId}`} variant="outlined">
            {t("Students and calendar")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the class")} />}
      {data?.characteristics.length === 0 && (
        <Empty
          action={
            <Button component={Link} to="/characteristics" variant="outlined">
              {t("Look at it")}
            </Button>
          }
        >
          {t("The department keeps nothing of its students to compare groups by. A lead can change that.")}
        </Empty>
      )}
      {data && data.characteristics.length > 0 && <Table of={data} />}
    </Page>
  );
}

function Table({ of: { classId, characteristics, students } }: { of: ClassCharacteristics }) {
  const [set] = useSetClassCharacteristicsMutation();
  const say = useToast();
  const put = async (said: Said[], before: Said[] | null) => {
    const { error } = await set({ params: { classId }, body: { set: said } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (before)
      say({
        text: t("Said of {{count}} students.", { count: said.length }),
        undo: () => void put(before, null),
      });
  };
  const valueOf = (valueIds: readonly string[], { values }: Characteristic) =>
    values.find(({ id }) => valueIds.includes(id))?.id ?? "";
  return (
    <Paper sx={{ p: 2, overflowX: "auto" }}>
      <Box
        component="table"
        sx={{ borderCollapse: "collapse", "& th, & td": { textAlign: "left", p: 0.75, verticalAlign: "middle" } }}
      >
        <thead>
          <tr>
            <th scope="col">{t("Student")}</th>
            {characteristics.map((one) => {
              const without = students.filter(({ valueIds }) => valueOf(valueIds, one) === "");
              const of = (valueId: string | null): Said[] =>
                without.map(({ studentId }) => ({ studentId, characteristicId: one.id, valueId }));
              return (
                <Box component="th" scope="col" key={one.id} sx={{ minWidth: 170 }}>
                  {one.name}
                  {without.length > 0 && without.length < students.length && (
                    <TextField
                      select
                      fullWidth
                      size="small"
                      label={t("The {{n}} left", { n: without.length })}
                      value=""
                      sx={{ mt: 0.5 }}
                      onChange={(event) => void put(of(event.target.value), of(null))}
                    >
                      {one.values.map((value) => (
                        <MenuItem key={value.id} value={value.id}>
                          {value.name}
                        </MenuItem>
                      ))}
                    </TextField>
                  )}
                </Box>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {students.map(({ studentId, name, valueIds }) => (
            <tr key={studentId}>
              <Box component="th" scope="row" sx={{ fontWeight: 400, overflowWrap: "anywhere" }}>
                {name}
              </Box>
              {characteristics.map((one) => (
                <td key={one.id}>
                  <TextField
                    select
                    fullWidth
                    size="small"
                    value={valueOf(valueIds, one)}
                    slotProps={{
                      select: { displayEmpty: true },
                      htmlInput: {
                        "aria-label": t("{{characteristic}} of {{name}}", { characteristic: one.name, name }),
                      },
                    }}
                    onChange={(event) => {
                      const valueId = event.target.value === "" ? null : event.target.value;
                      void put([{ studentId, characteristicId: one.id, valueId }], null);
                    }}
                  >
                    <MenuItem value="">
                      <em>{t("not said")}</em>
                    </MenuItem>
                    {one.values.map((value) => (
                      <MenuItem key={value.id} value={value.id}>
                        {value.name}
                      </MenuItem>
                    ))}
                  </TextField>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {t("Of whom nothing is said is in no comparison.")}
      </Typography>
    </Paper>
  );
}
