/** The items of the bank: facets left, the list in the middle, the item as a student sees it right. All state in the address. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { itemSorts, type ItemRow } from "@verdant/contract/bank";
import { SlidersHorizontal } from "lucide-react";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { useListClassesQuery } from "../../courses/api.ts";
import { useListTopicsQuery } from "../../standards/api.ts";
import { useListMembersQuery, useShowSessionQuery } from "../../team/api.ts";
import { problemOf } from "../../platform/problem.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { Page } from "../../ui/Page.tsx";
import { searchProblemInWords } from "../../ui/searchProblemInWords.ts";
import { SidePanel, useIsWide } from "../../ui/SidePanel.tsx";
import { Empty, Failed, Loading } from "../../ui/States.tsx";
import { useChangeTrayMutation, useListTrayQuery, useListViewsQuery } from "../api.ts";
import { BulkDialog } from "./BulkDialog.tsx";
import { ExportMenu } from "./ExportMenu.tsx";
import { MoreMenu } from "./MoreMenu.tsx";
import { Facets } from "./Facets.tsx";
import { ItemList } from "./ItemList.tsx";
import { ReadingPane } from "../reading/ReadingPane.tsx";
import { SearchBox } from "./SearchBox.tsx";
import { Tray } from "./Tray.tsx";
import { useItemFilter, type ItemFilter } from "./useItemFilter.ts";
import { useItemPages } from "./useItemPages.ts";
import { useKnownValues } from "./useKnownValues.ts";
import { Views } from "./Views.tsx";
import { t } from "../../platform/words.ts";

const sortWords: Record<(typeof itemSorts)[number], string> = {
  newest: t("newest first"),
  oldest: t("oldest first"),
  changed: t("last changed first"),
  easiest: t("easiest first"),
  hardest: t("hardest first"),
  quickest: t("quickest first"),
};

export function BankPage() {
  const filter = useItemFilter();
  const navigate = useNavigate();
  const { head: first, itemAt, see, isOfOlderFilter, error, isLoading, refetch } = useItemPages(filter.query);
  const taxonomy = useListTopicsQuery();
  const { topics = [], standards = [], withdrawn = [] } = taxonomy.data ?? {};
  const views = useListViewsQuery();
  const { members = [] } = useListMembersQuery().data ?? {};
  const { classes = [] } = useListClassesQuery().data ?? {};
  const [isChanging, setChanging] = useState(false);
  const [isFiltering, setFiltering] = useState(false);
  const isWide = useIsWide();
  const tray = useListTrayQuery();
  const [changeTray] = useChangeTrayMutation();
  const known = useKnownValues({ topics, standards, members, classes, counts: first?.facets });
  const inTray = new Set(tray.data?.items.map((item) => item.id));
  const isLead = useShowSessionQuery().data?.member?.role === "lead";
  const say = useToast();
  const putAside = async (itemId: string, isOn: boolean) => {
    const { error } = await changeTray({ body: isOn ? { add: [itemId], remove: [] } : { add: [], remove: [itemId] } });
    if (error)
      say({ text: t("The tray is as it was. {{detail}}", { detail: problemOf(error).detail }), isError: true });
  };
  const setAside = (item: ItemRow) => void putAside(item.id, !inTray.has(item.id));
  return (
    <Page
      title={t("Items")}
      about={first ? t("{{count}} items", { count: first.total }) : "\u00a0"}
      actions={
        <>
          <MoreMenu />
          {filter.isFiltered && first && first.total > 0 && (
            <Button
              variant="outlined"
              onClick={() => {
                setChanging(true);
              }}
            >
              {t("Edit all {{total}}", { total: first.total })}
            </Button>
          )}
          {isLead && filter.isFiltered && first && first.total > 0 && (
            <ExportMenu which={{ query: filter.query, expected: first.total }} total={first.total} />
          )}
          <Button component={RouterLink} to="/bank/paste" variant="outlined">
            {t("Import items")}
          </Button>
          <Button component={RouterLink} to={newItemAt(filter)} variant="contained">
            {t("New item")}
          </Button>
        </>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "218px minmax(0, 1.25fr) minmax(0, 1fr)" },
          gap: 2,
          alignItems: "start",
          pb: inTray.size > 0 ? 7 : 0,
        }}
      >
        <SidePanel
          title={t("Filters")}
          side="left"
          isOpen={isFiltering}
          close={() => {
            setFiltering(false);
          }}
        >
          <TextField
            select
            size="small"
            fullWidth
            label={t("Order")}
            value={filter.sort}
            onChange={(event) => {
              filter.set("sort", event.target.value);
            }}
            sx={{ mb: 1 }}
          >
            {itemSorts.map((sort) => (
              <MenuItem key={sort} value={sort}>
                {sortWords[sort]}
              </MenuItem>
            ))}
          </TextField>
          {filter.isFiltered && (
            <Link component="button" type="button" onClick={filter.clear} sx={{ fontSize: 13.5, mb: 1 }}>
              {t("Show all items")}
            </Link>
          )}
          {first && !taxonomy.isLoading && !views.isLoading && (
            <>
              <Views address={filter.address} />
              <Facets
                counts={first.facets}
                filter={filter}
                meant={first.meant}
                topics={topics}
                standards={[...standards, ...withdrawn]}
                owners={members}
              />
            </>
          )}
        </SidePanel>
        <Box>
          {!isWide && (
            <Button
              variant="outlined"
              startIcon={<SlidersHorizontal size={16} />}
              onClick={() => {
                setFiltering(true);
              }}
              sx={{ mb: 1 }}
            >
              {filter.isFiltered ? t("Filters (on)") : t("Filters")}
            </Button>
          )}
          <SearchBox
            text={filter.text}
            known={known}
            onChange={(text) => {
              filter.set("text", text);
            }}
          />
          {first?.understood.map(({ typed, words }) => (
            <Alert key={typed} severity="info" icon={false} sx={{ mb: 1, py: 0 }}>
              {words.length === 0
                ? t("Nothing has “{{typed}}”, or a word like it.", { typed })
                : t("Nothing has “{{typed}}”; looked for {{words}} instead.", {
                    typed,
                    words: words.map((word) => `“${word}”`).join(", "),
                  })}
            </Alert>
          ))}
          {topics.length > 0 &&
            filter.chosen.topic
              .filter((id) => !topics.some((topic) => topic.id === id))
              .map((id) => (
                <Alert
                  key={id}
                  severity="warning"
                  icon={false}
                  sx={{ mb: 1, py: 0 }}
                  action={
                    <Button
                      size="small"
                      onClick={() => {
                        filter.toggle("topic", id);
                      }}
                    >
                      {t("Remove filter")}
                    </Button>
                  }
                >
                  {t("The topic of this view is no longer there: it was archived, or merged into another.")}
                </Alert>
              ))}
          {first?.meant.map(
            ({ typed, problem }) =>
              problem !== null && (
                <Alert key={typed} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
                  “{typed}”: {searchProblemInWords(problem)}
                </Alert>
              ),
          )}
          {isLoading && <Loading what={t("items")} />}
          {error && <Failed error={error} retry={refetch} />}
          {first?.total === 0 && (
            <Empty>
              {filter.isFiltered
                ? t("No item matches. Use other words, or remove a filter.")
                : t("The bank is empty. Write the first item.")}
            </Empty>
          )}
          {first && first.total > 0 && (
            <ItemList
              view={filter.address ?? ""}
              isOfOlderFilter={isOfOlderFilter}
              itemAt={itemAt}
              see={see}
              total={first.total}
              topics={topics}
              chosen={filter.itemId}
              inTray={inTray}
              choose={(id) => {
                filter.set("item", id);
              }}
              open={(id) => void navigate(`/bank/${id}`)}
              setAside={setAside}
            />
          )}
        </Box>
        <SidePanel
          title={t("Item")}
          side="right"
          isOpen={filter.itemId !== null}
          close={() => {
            filter.set("item", "");
          }}
        >
          {filter.itemId && (
            <ReadingPane
              key={filter.itemId}
              itemId={filter.itemId}
              isSetAside={inTray.has(filter.itemId)}
              setAside={(isOn) => void putAside(filter.itemId ?? "", isOn)}
            />
          )}
        </SidePanel>
      </Box>
      <Tray />
      {isChanging && first && (
        <BulkDialog
          which={{ query: filter.query, expected: first.total }}
          count={first.total}
          close={() => {
            setChanging(false);
          }}
        />
      )}
    </Page>
  );
}

/** A new item starts in the topic one is looking at. */
const newItemAt = (filter: ItemFilter) => {
  const [topicId] = filter.chosen.topic;
  return topicId === undefined ? "/bank/new" : `/bank/new?topic=${topicId}`;
};
