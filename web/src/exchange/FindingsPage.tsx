/** What an import would do, item by item: looked through, left out where it is not wanted, and agreed to. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MuiLink from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import {
  findingFacets,
  type Finding,
  type FindingChoice,
  type FindingState,
  type listFindings,
} from "@verdant/contract/importFindings";
import type { Result } from "@verdant/contract/endpoint";
import { kindNames } from "@verdant/core/items/kindNames";
import { ChevronDown, ChevronUp } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useAddress } from "../platform/useAddress.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { FindingInFull } from "./FindingInFull.tsx";
import { PackageReport } from "./PackageReport.tsx";
import {
  useAgreeToImportMutation,
  useCancelTransferMutation,
  useChooseFindingsMutation,
  useListFindingsQuery,
} from "./api.ts";
import { noteInWords } from "./noteInWords.ts";
import { transferInWords } from "./transferInWords.ts";

type Found = Result<typeof listFindings>;
type Facet = (typeof findingFacets)[number];

export function FindingsPage() {
  const { transferId = "" } = useParams();
  const [search, change] = useAddress();
  const facet = findingFacets.find((one) => one === search.get("which"));
  // Where each page that was gone through began: the way back.
  const [afters, setAfters] = useState<readonly number[]>([]);
  const { data, error, refetch } = useListFindingsQuery(
    { params: { transferId }, query: { facet, after: afters.at(-1) } },
    { refetchOnMountOrArgChange: true },
  );
  const set = (next: Facet | null) => {
    setAfters([]);
    change((to) => {
      if (next === null) to.delete("which");
      else to.set("which", next);
    });
  };
  const isWaiting = data?.transfer.state === "read";
  return (
    <Page
      title={data ? t("Import of {{name}}", { name: data.transfer.name }) : t("Import")}
      about={data && transferInWords(data.transfer)}
      actions={
        <Button component={Link} to="/exchange">
          {t("Back to imports and exports")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("what the import would do")} />}
      {data && !isWaiting && <Typography>{t("There is nothing to choose here.")}</Typography>}
      {data && isWaiting && (
        <Stack spacing={2}>
          {data.transfer.imported?.notes?.map((note) => (
            <Typography key={noteInWords(note)} role="note">
              {noteInWords(note)}
            </Typography>
          ))}
          <Agree found={data} />
          <Which counts={data.counts} facet={facet ?? null} set={set} />
          <Choices transferId={transferId} facet={facet} found={data} />
          <List transferId={transferId} findings={data.findings} />
          {(afters.length > 0 || data.next !== null) && (
            <Stack direction="row" spacing={1}>
              <Button
                variant="outlined"
                disabled={afters.length === 0}
                onClick={() => {
                  setAfters(afters.slice(0, -1));
                }}
              >
                {t("Previous page")}
              </Button>
              <Button
                variant="outlined"
                disabled={data.next === null}
                onClick={() => {
                  if (data.next !== null) setAfters([...afters, data.next]);
                }}
              >
                {t("Next page")}
              </Button>
            </Stack>
          )}
          {data.transfer.imported?.parts && (
            <section aria-labelledby="parts-heading">
              <Typography variant="h2" id="parts-heading">
                {t("What was read in the file")}
              </Typography>
              <PackageReport transferId={transferId} />
            </section>
          )}
        </Stack>
      )}
    </Page>
  );
}

/** What would happen now, the yes and the no. */
function Agree({ found: { transfer, taken } }: { found: Found }) {
  const [agree, agreeing] = useAgreeToImportMutation();
  const [cancel, cancelling] = useCancelTransferMutation();
  const say = useToast();
  const navigate = useNavigate();
  const params = { transferId: transfer.id };
  const end = async (deed: typeof agree | typeof cancel) => {
    const { error } = await deed({ params });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else await navigate("/exchange");
  };
  const isBusy = agreeing.isLoading || cancelling.isLoading;
  return (
    <Paper sx={{ p: 2, display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.5 }}>
      <Typography sx={{ flex: "1 1 280px" }} role="status">
        {taken.new + taken.differs === 0
          ? t("As it is chosen now, no item of the bank is new or changed.")
          : t("As it is chosen now: {{items}}. Nothing is imported before you say so.", { items: takenInWords(taken) })}
      </Typography>
      <Button disabled={isBusy} onClick={() => void end(cancel)}>
        {t("Cancel the import")}
      </Button>
      <Button variant="contained" disabled={isBusy} loading={agreeing.isLoading} onClick={() => void end(agree)}>
        {t("Import")}
      </Button>
    </Paper>
  );
}

const takenInWords = ({ new: fresh, differs }: Found["taken"]) =>
  [
    ...(fresh > 0 ? [t("{{count}} new items", { count: fresh })] : []),
    ...(differs > 0 ? [t("{{count}} items change", { count: differs })] : []),
  ].join(", ");

const facetWords: Readonly<Record<Facet, (number: number) => string>> = {
  new: (number) => t("New: {{number}}", { number }),
  differs: (number) => t("Say something else: {{number}}", { number }),
  same: (number) => t("Just as here: {{number}}", { number }),
  like: (number) => t("Very like one here: {{number}}", { number }),
  left: (number) => t("Left out: {{number}}", { number }),
};

function Which({
  counts,
  facet,
  set,
}: {
  counts: Found["counts"];
  facet: Facet | null;
  set: (next: Facet | null) => void;
}) {
  const all = counts.new + counts.differs + counts.same;
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={facet ?? "all"}
      onChange={(_, next: Facet | "all" | null) => {
        set(next === "all" ? null : next);
      }}
      aria-label={t("Which items of the file")}
      sx={{ flexWrap: "wrap" }}
    >
      <ToggleButton value="all">{t("All: {{number}}", { number: all })}</ToggleButton>
      {findingFacets
        .filter((one) => counts[one] > 0 || one === facet)
        .map((one) => (
          <ToggleButton key={one} value={one}>
            {facetWords[one](counts[one])}
          </ToggleButton>
        ))}
    </ToggleButtonGroup>
  );
}

function useChoose(transferId: string) {
  const [choose, { isLoading }] = useChooseFindingsMutation();
  const say = useToast();
  return {
    isLoading,
    choose: async (choice: FindingChoice, which: { places: number[] } | { facet?: Facet }) => {
      const { error } = await choose({ params: { transferId }, body: { choice, which } });
      if (error) say({ text: problemOf(error).detail, isError: true });
    },
  };
}

/** For all of what is listed, on whatever page. */
function Choices({ transferId, facet, found }: { transferId: string; facet: Facet | undefined; found: Found }) {
  const { choose, isLoading } = useChoose(transferId);
  const { counts } = found;
  const number = facet === undefined ? counts.new + counts.differs : facet === "same" ? 0 : counts[facet];
  if (number === 0) return null;
  const which = facet === undefined ? {} : { facet };
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
      <Button variant="outlined" size="small" disabled={isLoading} onClick={() => void choose("leave", which)}>
        {t("Leave all of these out")}
      </Button>
      <Button variant="outlined" size="small" disabled={isLoading} onClick={() => void choose("take", which)}>
        {t("Import all of these")}
      </Button>
      {facet === "like" && (
        <Button variant="outlined" size="small" disabled={isLoading} onClick={() => void choose("variant", which)}>
          {t("Import all of these as look-alikes")}
        </Button>
      )}
    </Box>
  );
}

function List({ transferId, findings }: { transferId: string; findings: readonly Finding[] }) {
  if (findings.length === 0) return <Typography color="textSecondary">{t("None of the items.")}</Typography>;
  return (
    <Paper component="ul" aria-label={t("Items of the file")} sx={{ m: 0, p: 0, listStyle: "none" }}>
      {findings.map((one) => (
        <Row key={one.n} transferId={transferId} finding={one} />
      ))}
    </Paper>
  );
}

const itemWords: Readonly<Record<Exclude<FindingState, "new">, (number: number) => string>> = {
  differs: (number) => t("says something else than item {{number}}", { number }),
  same: (number) => t("just as item {{number}}", { number }),
};

function Row({ transferId, finding }: { transferId: string; finding: Finding }) {
  const { n, state, item, kind, stem, topic, like, choice } = finding;
  const { choose, isLoading } = useChoose(transferId);
  const [isOpen, setOpen] = useState(false);
  return (
    <Box
      component="li"
      sx={{
        ...{ px: 2, py: 1, borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } },
        ...{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1 },
      }}
    >
      <Box sx={{ flex: "1 1 260px", minWidth: 0 }}>
        <Typography sx={{ overflowWrap: "anywhere", ...(choice === "leave" && { textDecoration: "line-through" }) }}>
          {stem === "" ? t("(no question yet)") : stem}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {[
            ...[kindNames[kind], ...(topic === null ? [] : [topic]), ...(state === "new" ? [t("new")] : [])],
            // A link follows.
            ...(state === "new" && !like ? [] : [""]),
          ].join(" · ")}
          {item && state !== "new" && (
            <MuiLink component={Link} to={`/bank/${item.id}`}>
              {itemWords[state](item.number)}
            </MuiLink>
          )}
          {like && (
            <MuiLink component={Link} to={`/bank/${like.id}`}>
              {t("very like item {{number}}", { number: like.number })}
            </MuiLink>
          )}
        </Typography>
      </Box>
      <Button
        size="small"
        aria-expanded={isOpen}
        aria-description={stem}
        endIcon={isOpen ? <ChevronUp size={16} aria-hidden /> : <ChevronDown size={16} aria-hidden />}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        {state === "differs" || like ? t("Compare") : t("Show")}
      </Button>
      {state !== "same" && (
        <TextField
          select
          size="small"
          label={t("What to do")}
          value={choice}
          disabled={isLoading}
          onChange={(event) => void choose(event.target.value as FindingChoice, { places: [n] })}
          sx={{ width: { xs: "100%", sm: 230 } }}
          slotProps={{ select: { SelectDisplayProps: { "aria-description": stem } } }}
        >
          <MenuItem value="take">{state === "new" ? t("import") : t("change ours")}</MenuItem>
          {like && (
            <MenuItem value="variant">{t("import as a look-alike of {{number}}", { number: like.number })}</MenuItem>
          )}
          <MenuItem value="leave">{state === "new" ? t("leave out") : t("keep ours")}</MenuItem>
        </TextField>
      )}
      {isOpen && (
        <Box sx={{ flex: "1 1 100%", minWidth: 0, pb: 1 }}>
          <FindingInFull transferId={transferId} n={n} isNew={state === "new"} />
        </Box>
      )}
    </Box>
  );
}
