/** All students of whom anything is kept, those too who left; from here to what is kept of each. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import { useAddress } from "../platform/useAddress.ts";
import { t } from "../platform/words.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListKeptStudentsQuery } from "./api.ts";
import { classesInWords } from "./keptInWords.ts";

export function PrivacyPage() {
  const [search, change] = useAddress();
  const text = search.get("text") ?? "";
  const { data, error, refetch } = useListKeptStudentsQuery({ query: { text } }, { refetchOnMountOrArgChange: true });
  return (
    <Page
      title={t("Students’ data")}
      about={t("what is kept of each, to take away or to erase; students too who left")}
    >
      <TextField
        label={t("Search students")}
        size="small"
        value={text}
        sx={{ mb: 2, width: "min(360px, 100%)" }}
        onChange={({ target }) => {
          change((next) => {
            if (target.value === "") next.delete("text");
            else next.set("text", target.value);
          });
        }}
      />
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the students")} />}
      {data?.students.length === 0 && (
        <Empty>{text === "" ? t("There are no students yet.") : t("No student has a name like that.")}</Empty>
      )}
      <Box component="ul" aria-label={t("Students")} sx={{ m: 0, p: 0, listStyle: "none", maxWidth: 860 }}>
        {data?.students.map((one) => (
          <Box component="li" key={one.studentId} sx={{ py: 1, borderBottom: 1, borderColor: "divider" }}>
            <Link component={RouterLink} to={`/privacy/${one.studentId}`}>
              {one.name}
            </Link>
            <Typography variant="body2" color="textSecondary">
              {classesInWords(one)}
            </Typography>
          </Box>
        ))}
      </Box>
      <OnlyFirst
        isMore={data?.isMore}
        text={t("Only the first {{shown}} are listed: search for a name.", { shown: data?.students.length ?? 0 })}
      />
    </Page>
  );
}
