/** What the bank has: topics down, with what can be used, what is missing, the goals, and what reviews will need. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { coverageAxes } from "@verdant/contract/coverage";
import { Link as RouterLink } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { inFocusFirst, useClassInFocus } from "../platform/classInFocus.ts";
import { useAddress } from "../platform/useAddress.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { Checks } from "./Checks.tsx";
import { CoverageGrid } from "./CoverageGrid.tsx";
import { NeedsPanel } from "./NeedsPanel.tsx";
import { useShowCoverageQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function CoveragePage() {
  const [search, change] = useAddress();
  const by = coverageAxes.find((one) => one === search.get("by")) ?? "standard";
  const use = (["practice", "reserved"] as const).find((one) => one === search.get("use"));
  const { data, currentData, error, refetch } = useShowCoverageQuery(
    { query: { by, use } },
    { refetchOnMountOrArgChange: true },
  );
  const { topics = [], standards = [], withdrawn = [] } = useListTopicsQuery().data ?? {};
  const { classes = [] } = useListClassesQuery().data ?? {};
  const inFocus = useClassInFocus().id;
  const ordered = inFocusFirst(classes, inFocus);
  const classId = search.get("class") ?? ordered[0]?.id;
  const set = (name: string, value: string | null) => {
    change((next) => {
      if (value === null) next.delete(name);
      else next.set(name, value);
    });
  };
  const usable = (data?.topics ?? []).reduce((sum, one) => sum + one.practice + one.reserved, 0);
  return (
    <Page
      title={t("Coverage")}
      about={data && t("{{count}} items that can be used", { count: usable })}
      actions={
        <>
          <Button component={RouterLink} to="/bank">
            {t("To the items")}
          </Button>
          <Button component={RouterLink} to="/writing" variant="outlined">
            {t("Goals and writing day")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the coverage")} />}
      {data && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) 320px" },
            gap: 3,
            alignItems: "start",
          }}
        >
          <Box>
            <Box sx={{ display: "flex", gap: 2, mb: 1.5, flexWrap: "wrap" }}>
              <ToggleButtonGroup
                exclusive
                size="small"
                aria-label={t("Topics by")}
                value={by}
                onChange={(_, next: string | null) => {
                  if (next) set("by", next);
                }}
              >
                <ToggleButton value="standard">{t("by standard")}</ToggleButton>
                <ToggleButton value="demand">{t("by demand")}</ToggleButton>
                <ToggleButton value="kind">{t("by kind")}</ToggleButton>
              </ToggleButtonGroup>
              <ToggleButtonGroup
                exclusive
                size="small"
                aria-label={t("Use")}
                value={use ?? "both"}
                onChange={(_, next: string | null) => {
                  if (next) set("use", next === "both" ? null : next);
                }}
              >
                <ToggleButton value="both">{t("both uses")}</ToggleButton>
                <ToggleButton value="practice">{t("practice")}</ToggleButton>
                <ToggleButton value="reserved">{t("reserved")}</ToggleButton>
              </ToggleButtonGroup>
            </Box>
            {currentData ? (
              <CoverageGrid
                by={by}
                use={use}
                covered={currentData.topics}
                topics={topics}
                standards={[...standards, ...withdrawn]}
              />
            ) : (
              <Loading what={t("the counts")} />
            )}
          </Box>
          <Box>
            {classId !== undefined && (
              <>
                <ClassSelect
                  classes={ordered}
                  value={classId}
                  choose={(id) => {
                    set("class", id);
                  }}
                />
                <NeedsPanel classId={classId} />
              </>
            )}
            <Checks />
          </Box>
        </Box>
      )}
    </Page>
  );
}
