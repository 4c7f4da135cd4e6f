/** What a guest sees of a department: the items that were opened to them, with their keys, to read, copy and maybe write. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { SharedRow } from "@verdant/contract/sharing";
import type { Session } from "@verdant/contract/team";
import { kindNames } from "@verdant/core/items/kindNames";
import { kindOf, type Answer } from "@verdant/core/items/kinds";
import { useDeferredValue, useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useAddress } from "../platform/useAddress.ts";
import { Player } from "../player/Player.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { useListMyDepartmentsQuery } from "../team/api.ts";
import { Page } from "../ui/Page.tsx";
import { PickRow } from "../ui/PickRow.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { GuestEditor } from "./GuestEditor.tsx";
import { useCopySharedItemsMutation, useListSharedItemsQuery, useShowSharedItemQuery } from "./api.ts";
import { t } from "../platform/words.ts";

const pageSize = 100;

export function GuestPage({ guest }: { guest: NonNullable<Session["guest"]> }) {
  const [search, change] = useAddress();
  const [marked, setMarked] = useState<readonly string[]>([]);
  const text = search.get("text") ?? "";
  const query = useDeferredValue(text);
  const topicId = search.get("topic") ?? undefined;
  const itemId = search.get("item");
  const from = Number(search.get("from") ?? 0) || 0;
  const { data, error, refetch } = useListSharedItemsQuery({
    query: { text: query || undefined, topicId, from, limit: pageSize },
  });
  const set = (name: string, value: string | null) => {
    change((next) => {
      if (value) next.set(name, value);
      else next.delete(name);
      // Other words or another topic make another list, which begins at its top.
      if (name === "text" || name === "topic") next.delete("from");
    });
  };
  const editId = search.get("edit");
  const writable = (data?.topics ?? []).filter((topic) => topic.mayEdit);
  const edit = (id: string | null, isNew = false) => {
    set("edit", id);
    set("new", isNew ? "yes" : null);
  };
  const mark = (id: string) => {
    setMarked(marked.includes(id) ? marked.filter((one) => one !== id) : [...marked, id]);
  };
  if (editId !== null && data)
    return (
      <GuestEditor
        key={editId}
        itemId={editId}
        isNew={search.get("new") !== null}
        topics={writable}
        topicId={writable.some((topic) => topic.id === topicId) ? (topicId ?? null) : (writable[0]?.id ?? null)}
        close={(saved) => {
          edit(null);
          if (saved) set("item", saved.id);
        }}
      />
    );
  return (
    <Page
      title={t("Items open to you")}
      about={data && t("{{count}} items of {{department}}", { count: data.total, department: guest.department })}
      actions={
        <>
          <CopyButton marked={marked} clear={() => setMarked([])} />
          {writable.length > 0 && (
            <Button
              variant="contained"
              onClick={() => {
                edit(crypto.randomUUID(), true);
              }}
            >
              {t("New item")}
            </Button>
          )}
        </>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "218px minmax(0, 1.1fr) minmax(0, 1fr)" },
          gap: 2,
          alignItems: "start",
        }}
      >
        <Box component="nav" aria-label={t("Topics")}>
          {[{ id: "", name: t("All topics"), count: null }, ...(data?.topics ?? [])].map((topic) => (
            <Button
              key={topic.id}
              fullWidth
              size="small"
              aria-pressed={(topicId ?? "") === topic.id}
              sx={{ justifyContent: "flex-start", fontWeight: (topicId ?? "") === topic.id ? 700 : 400 }}
              onClick={() => {
                set("topic", topic.id);
              }}
            >
              {topic.name}
              {topic.count !== null && ` ${topic.count}`}
            </Button>
          ))}
        </Box>
        <Box>
          <TextField
            label={t("Search items")}
            type="search"
            size="small"
            fullWidth
            value={text}
            sx={{ mb: 1 }}
            onChange={(event) => {
              set("text", event.target.value);
            }}
          />
          {error && <Failed error={error} retry={() => void refetch()} />}
          {!data && !error && <Loading what={t("the items")} />}
          {data?.total === 0 && <Empty>{t("Nothing that is open to you matches.")}</Empty>}
          <Box component="ul" aria-label={t("Items")} sx={{ m: 0, p: 0, listStyle: "none" }}>
            {data?.items.map((item) => (
              <PickRow
                key={item.id}
                isChosen={item.id === itemId}
                choose={() => {
                  set("item", item.id);
                }}
              >
                <Row item={item} isMarked={marked.includes(item.id)} />
              </PickRow>
            ))}
          </Box>
          {data && data.total > pageSize && (
            <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
              <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
                {t("{{from}} to {{to}} of {{total}}", {
                  from: from + 1,
                  to: Math.min(data.total, from + pageSize),
                  total: data.total,
                })}
              </Typography>
              <Button size="small" disabled={from === 0} onClick={() => set("from", String(from - pageSize))}>
                {t("Before")}
              </Button>
              <Button
                size="small"
                disabled={from + pageSize >= data.total}
                onClick={() => set("from", String(from + pageSize))}
              >
                {t("After")}
              </Button>
            </Box>
          )}
        </Box>
        {itemId && (
          <Reading
            key={itemId}
            itemId={itemId}
            isMarked={marked.includes(itemId)}
            mark={() => mark(itemId)}
            edit={() => edit(itemId)}
          />
        )}
      </Box>
    </Page>
  );
}

function Row({ item, isMarked }: { item: SharedRow; isMarked: boolean }) {
  return (
    <>
      {item.label ?? item.stem}
      <Typography variant="body2" color="textSecondary">
        {[
          item.number,
          kindNames[item.kind],
          ...(item.use === "reserved" ? ["reserved"] : []),
          ...(item.status === "draft" ? ["your draft"] : item.status === "inReview" ? [t("waits to be checked")] : []),
          ...item.standardCodes,
        ].join(" · ")}
        {isMarked && t(" · to copy")}
      </Typography>
    </>
  );
}

function Reading(props: { itemId: string; isMarked: boolean; mark: () => void; edit: () => void }) {
  const { itemId, isMarked, mark, edit } = props;
  const { data, error } = useShowSharedItemQuery({ params: { itemId } });
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [showsKey, setShowsKey] = useState(false);
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what={t("the item")} />;
  const { content } = data;
  const kind = kindOf(content);
  return (
    <Paper sx={{ p: 2 }} component="article" aria-label={t("Item {{number}}", { number: data.number })}>
      {data.stimulus && <StimulusView stimulus={data.stimulus.content} />}
      <Player
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={answer}
        onAnswer={setAnswer}
        name={`shared ${itemId}`}
        {...(showsKey && { verdict: { content, credit: null } })}
      />
      {showsKey && content.explanation && <RichTextView text={content.explanation} />}
      <Box sx={{ display: "flex", gap: 2, mt: 1 }}>
        <FormControlLabel
          control={
            <Switch
              checked={showsKey}
              onChange={(_, isOn) => {
                setShowsKey(isOn);
              }}
            />
          }
          label={t("Show the key")}
        />
        <Button aria-pressed={isMarked} onClick={mark}>
          {isMarked ? t("Do not copy it") : t("Mark to copy")}
        </Button>
        {data.mayEdit && <Button onClick={edit}>{t("Edit")}</Button>}
      </Box>
    </Paper>
  );
}

/** Into a department in which the guest writes items. */
function CopyButton({ marked, clear }: { marked: readonly string[]; clear: () => void }) {
  const { departments = [] } = useListMyDepartmentsQuery().data ?? {};
  const own = departments.filter((one) => one.role !== "guest");
  const [chosen, setChosen] = useState("");
  const [copy, { isLoading }] = useCopySharedItemsMutation();
  const say = useToast();
  const departmentId = chosen || (own[0]?.departmentId ?? "");
  if (own.length === 0 || marked.length === 0) return null;
  const submit = async () => {
    const { data, error } = await copy({ body: { departmentId, itemIds: [...marked] } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    say({ text: t("{{count}} items copied. There they need a topic: Bank, “needs a topic”.", { count: data.copied }) });
    clear();
  };
  return (
    <>
      {own.length > 1 && (
        <TextField
          select
          size="small"
          label={t("Into")}
          value={departmentId}
          onChange={(event) => {
            setChosen(event.target.value);
          }}
        >
          {own.map((one) => (
            <MenuItem key={one.departmentId} value={one.departmentId}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Button variant="contained" loading={isLoading} onClick={() => void submit()}>
        {t("Copy {{count}} items to", { count: marked.length })}{" "}
        {own.find((one) => one.departmentId === departmentId)?.name}
      </Button>
    </>
  );
}
