/** A class beside another, or a group beside the rest: only on what both were asked, with what can and cannot be concluded. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import ListSubheader from "@mui/material/ListSubheader";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { fewestStudents, type Comparison } from "@verdant/contract/comparison";
import { Link, useParams } from "react-router";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { outcomeInWords } from "../ui/outcomeInWords.ts";
import { Whisker } from "../ui/Whisker.tsx";
import { useAddress } from "../platform/useAddress.ts";
import { inAList, t } from "../platform/words.ts";
import { useShowComparisonQuery } from "./api.ts";
import { TopicRow } from "./TopicRow.tsx";
import { differenceInWords } from "./overTimeInWords.ts";

type Compared = NonNullable<Comparison["compared"]>;

export function ComparisonPage() {
  const { classId = "" } = useParams();
  const [search, change] = useAddress();
  const [withClassId, groupId, valueId] = ["with", "group", "value"].map((name) => search.get(name) ?? undefined);
  const { currentData, data, error, refetch } = useShowComparisonQuery({
    params: { classId },
    query: valueId !== undefined ? { valueId } : groupId !== undefined ? { groupId } : { withClassId },
  });
  const shown = currentData ?? data;
  return (
    <Page
      title={shown ? t("Compare {{className}}", { className: shown.className }) : t("Compare")}
      actions={
        <Button component={Link} to={`/classes/${classId}/over-time`} variant="outlined">
          {t("Class over time")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!shown && !error && <Loading what={t("the comparison")} />}
      {shown && (
        <Stack spacing={2}>
          <Choice
            of={shown}
            value={valueId ?? groupId ?? withClassId ?? ""}
            choose={(id) => {
              change((next) => {
                const isGroup = shown.groups.some((one) => one.id === id);
                const isClass = shown.classes.some((one) => one.id === id);
                for (const name of ["with", "group", "value"]) next.delete(name);
                next.set(isGroup ? "group" : isClass ? "with" : "value", id);
              });
            }}
          />
          {currentData?.compared && <Sides of={currentData.compared} />}
          {!currentData && <Loading what={t("the comparison")} />}
        </Stack>
      )}
    </Page>
  );
}

function Choice({ of, value, choose }: { of: Comparison; value: string; choose: (id: string) => void }) {
  if (of.classes.length === 0 && of.groups.length === 0 && of.characteristics.length === 0)
    return <Empty>{t("There is nothing to compare with yet: no other class has handed in anything.")}</Empty>;
  return (
    <TextField
      select
      label={t("With")}
      value={value}
      onChange={(event) => {
        choose(event.target.value);
      }}
      sx={{ maxWidth: 420 }}
    >
      {of.classes.map(({ id, name, year }) => (
        <MenuItem key={id} value={id}>
          {t("{{name}}, {{year}}", { name, year })}
        </MenuItem>
      ))}
      {of.groups.length > 0 && <ListSubheader>{t("Groups, beside the rest of the class")}</ListSubheader>}
      {of.groups.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
      {of.characteristics.flatMap(({ name, values }) => [
        <ListSubheader key={name}>{t("{{name}}, in all classes of the course", { name })}</ListSubheader>,
        ...values.map((one) => (
          <MenuItem key={one.id} value={one.id}>
            {one.name}
          </MenuItem>
        )),
      ])}
    </TextField>
  );
}

const isGroup = ({ first }: Compared) => first.year === null;
const secondName = (compared: Compared): string =>
  compared.by
    ? compared.second.name === ""
      ? t("the others")
      : compared.second.name
    : isGroup(compared)
      ? t("the rest of {{className}}", { className: compared.second.name })
      : compared.first.name === compared.second.name
        ? t("{{name}}, {{year}}", { name: compared.second.name, year: compared.second.year ?? "" })
        : compared.second.name;

function Sides({ of: compared }: { of: Compared }) {
  const { first, questions, isTooFew, all, topics } = compared;
  const second = secondName(compared);
  if (questions === 0)
    return (
      <Empty>
        {t("Nobody of {{second}} was asked a question that {{first}} was asked, too.", { first: first.name, second })}
      </Empty>
    );
  if (isTooFew || !all)
    return (
      <Empty>
        {t(
          "Too few to compare: {{firstCount}} students of {{first}} and {{secondCount}} of {{second}} answered the {{questions}} questions that both were asked. Each side needs {{fewest}}.",
          {
            ...{ first: first.name, firstCount: first.students, second, secondCount: compared.second.students },
            ...{ questions, fewest: fewestStudents },
          },
        )}
      </Empty>
    );
  return (
    <>
      <Paper component="section" aria-label={t("All together")} sx={{ p: 2 }}>
        <Typography variant="h2" sx={{ mb: 0.5 }}>
          {sentenceOf(differenceInWords(all.change, first.name, second))}
        </Typography>
        <Typography variant="body2" sx={{ mb: 1 }}>
          {t(
            "From the {{questions}} questions that both were asked, each student’s first answer to each: {{firstCount}} students of {{first}}, {{secondCount}} of {{second}}.",
            {
              ...{ first: first.name, firstCount: first.students, second, secondCount: compared.second.students },
              questions,
            },
          )}
        </Typography>
        {compared.by && (
          <Typography variant="body2" sx={{ mb: 1 }}>
            {t("{{characteristic}}, over {{classes}} this year.", {
              ...{ characteristic: compared.by.characteristic, classes: inAList(compared.by.classes) },
            })}
          </Typography>
        )}
        <Two first={all.first} second={all.second} names={[first.name, second]} />
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {t(
            "It does not say why: the two may have begun from elsewhere, or been asked at another time after they were taught. “More than chance” holds for all lines of this page together.",
          )}
        </Typography>
      </Paper>
      {topics.length > 0 && (
        <Paper component="ul" aria-label={t("Topics")} sx={{ listStyle: "none", m: 0, p: 0 }}>
          {topics.map((topic) => (
            <TopicRow key={topic.topicId ?? ""} topic={topic} columns="minmax(0, 1fr) minmax(0, 1fr)">
              <Two first={topic.first} second={topic.second} names={[first.name, second]} />
              <Typography variant="body2">{sentenceOf(differenceInWords(topic.change, first.name, second))}</Typography>
            </TopicRow>
          ))}
        </Paper>
      )}
    </>
  );
}

const sentenceOf = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

function Two({
  first,
  second,
  names,
}: {
  first: Compared["topics"][number]["first"];
  second: Compared["topics"][number]["first"];
  names: readonly [string, string];
}) {
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "minmax(0, auto) 120px minmax(0, 1fr)",
        columnGap: 1,
        alignItems: "center",
      }}
    >
      {[first, second].map((share, i) => (
        <Box key={i} sx={{ display: "contents", fontSize: 14 }}>
          <span>{names[i]}</span>
          <Whisker share={share} width={120} />
          <span>{outcomeInWords(share)}</span>
        </Box>
      ))}
    </Box>
  );
}
