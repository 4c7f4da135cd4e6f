/** The revisions of an item: who changed what and when, how each was answered, and bringing one back. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Item, Revision } from "@verdant/contract/bank";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { Link, useParams } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { Player } from "../../player/Player.tsx";
import { useAddress } from "../../platform/useAddress.ts";
import { moment } from "../../ui/dates.ts";
import { Page } from "../../ui/Page.tsx";
import { PickRow } from "../../ui/PickRow.tsx";
import { Failed, Loading } from "../../ui/States.tsx";
import { useToast } from "../../ui/Toasts.tsx";
import { Whisker, shareInWords } from "../../ui/Whisker.tsx";
import { Difference } from "../difference/Difference.tsx";
import { useListRevisionsQuery, useSaveItemMutation, useShowItemQuery } from "../api.ts";
import { t } from "../../platform/words.ts";

export function HistoryPage() {
  const { itemId = "" } = useParams();
  const [search, change] = useAddress();
  const item = useShowItemQuery({ params: { itemId } });
  const { data, error, refetch } = useListRevisionsQuery({ params: { itemId } }, { refetchOnMountOrArgChange: true });
  const revisions = data?.revisions ?? [];
  const chosen = revisions.find((one) => String(one.n) === search.get("revision")) ?? revisions[0];
  const before = revisions.find((one) => one.n === (chosen?.n ?? 0) - 1);
  const newest = revisions[0];
  return (
    <Page
      title={item.data ? t("History of item {{number}}", { number: item.data.number }) : t("History")}
      about={data && t("{{count}} revisions", { count: revisions.length })}
      actions={
        <>
          <Button component={Link} to={`/bank?item=${itemId}`}>
            {t("Back to the bank")}
          </Button>
          <Button component={Link} to={`/bank/${itemId}`} variant="outlined">
            {t("Edit")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the history")} />}
      {chosen && newest && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "340px minmax(0, 1fr)" },
            gap: 3,
            alignItems: "start",
          }}
        >
          <Box component="ul" aria-label={t("Revisions")} sx={{ m: 0, p: 0, listStyle: "none" }}>
            {revisions.map((one) => (
              <RevisionRow
                key={one.id}
                revision={one}
                isChosen={one === chosen}
                onChoose={() => {
                  change((next) => {
                    next.set("revision", String(one.n));
                  });
                }}
              />
            ))}
          </Box>
          <Paper sx={{ p: 2 }} component="section" aria-label={t("Revision {{chosen}}", { chosen: chosen.n })}>
            <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 1 }}>
              <Typography variant="h2" sx={{ flex: 1 }}>
                {before
                  ? t("What revision {{chosen}} changed", { chosen: chosen.n })
                  : t("Revision {{chosen}}, as it was first written", { chosen: chosen.n })}
              </Typography>
              {chosen !== newest && item.data && <BringBack item={item.data} revision={chosen} newest={newest} />}
            </Box>
            {before ? (
              <Difference
                before={before.content}
                after={chosen.content}
                names={[t("Revision {{before}}", { before: before.n }), t("Revision {{chosen}}", { chosen: chosen.n })]}
              />
            ) : (
              <WithKey content={chosen.content} />
            )}
            {chosen !== newest && chosen.n !== newest.n - 1 && (
              <Box sx={{ mt: 2 }}>
                <Typography variant="h2" sx={{ mb: 1 }}>
                  {t("And since then")}
                </Typography>
                <Difference
                  before={chosen.content}
                  after={newest.content}
                  names={[
                    t("Revision {{chosen}}", { chosen: chosen.n }),
                    t("Revision {{newest}}, the newest", { newest: newest.n }),
                  ]}
                />
              </Box>
            )}
          </Paper>
        </Box>
      )}
    </Page>
  );
}

const WithKey = ({ content }: { content: Content }) => (
  <Player
    view={kindOf(content).toStudentView(content, kindOf(content).arrange(content, null))}
    answer={null}
    name="first"
    verdict={{ content, credit: null }}
  />
);

const changeWords: Record<Revision["changeKind"], string> = {
  first: t("first written"),
  typo: t("minor correction"),
  wording: t("wording"),
  rewritten: t("rewritten"),
  key: t("another key"),
};

function RevisionRow(props: { revision: Revision; isChosen: boolean; onChoose: () => void }) {
  const { revision, isChosen, onChoose } = props;
  const uses = [
    ...(revision.releases > 0 ? [`in ${t("{{count}} releases", { count: revision.releases })}`] : ["never given"]),
    ...(revision.openReleases > 0 ? [t("{{openReleases}} open now", { openReleases: revision.openReleases })] : []),
  ];
  return (
    <PickRow isChosen={isChosen} choose={onChoose}>
      <strong>{t("Revision {{revision}}", { revision: revision.n })}</strong> · {changeWords[revision.changeKind]}
      <Typography variant="body2" color="textSecondary">
        {revision.author}, {moment(revision.at)}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {uses.join(", ")}
      </Typography>
      {revision.facility.outOf > 0 && (
        <Box sx={{ display: "flex", alignItems: "center", gap: 1, mt: 0.5 }}>
          <Whisker share={revision.facility} width={110} />
          <Typography variant="caption">{shareInWords(revision.facility)}</Typography>
        </Box>
      )}
    </PickRow>
  );
}

/** Makes an old revision the newest again; what was released keeps what it was released with. */
function BringBack({ item, revision, newest }: { item: Item; revision: Revision; newest: Revision }) {
  const [save, { isLoading }] = useSaveItemMutation();
  const say = useToast();
  const put = async (version: number, content: Revision["content"]) => {
    const answer = await save({ params: { itemId: item.id }, body: { version, tagging: item.tagging, content } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    return answer.data;
  };
  const bringBack = async () => {
    const saved = await put(item.version, revision.content);
    if (!saved) return;
    const open = newest.openReleases;
    say({
      text: t("Revision {{old}} is the newest again, as revision {{now}}.{{open}}", {
        old: revision.n,
        now: saved.revision.n,
        open: open > 0 ? t(" {{count}} open releases keep what students were given.", { count: open }) : "",
      }),
      undo: () => void put(saved.version, newest.content),
    });
  };
  return (
    <Button variant="contained" disabled={isLoading || item.status === "retired"} onClick={() => void bringBack()}>
      {t("Restore revision {{revision}}", { revision: revision.n })}
    </Button>
  );
}
