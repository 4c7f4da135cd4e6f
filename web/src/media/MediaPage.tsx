/** The department's media shelf: what there is, who made it, where it is used. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ShelfMedia } from "@verdant/contract/media";
import { useDeferredValue, useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { Page } from "../ui/Page.tsx";
import { sizeInWords } from "../ui/sizeInWords.ts";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { MediaThumb } from "./MediaThumb.tsx";
import { useDescribeMediaMutation, useKeepMediaMutation, useListMediaQuery, useRemoveMediaMutation } from "./api.ts";
import { t } from "../platform/words.ts";

const mediaNames = { picture: t("Pictures"), audio: t("Recordings to hear"), video: t("Recordings to watch") };
const lackNames = { credit: t("Without maker and licence"), use: t("Used nowhere") };

type Kind = keyof typeof mediaNames;
type Lack = keyof typeof lackNames;

export function MediaPage() {
  const [search, setSearch] = useSearchParams();
  const text = search.get("text") ?? "";
  const [kind, lacks] = [search.get("kind") as Kind | null, search.get("lacks") as Lack | null];
  const words = useDeferredValue(text);
  const { data, error, refetch } = useListMediaQuery({
    query: { text: words, limit: 200, ...(kind && { kind }), ...(lacks && { lacks }) },
  });
  const [keep, { isLoading, error: refused }] = useKeepMediaMutation();
  const [openHash, setOpenHash] = useState<string | null>(null);
  const open = data?.media.find((one) => one.hash === openHash);
  const set = (name: string, value: string) => {
    setSearch(
      (before) => {
        if (value === "") before.delete(name);
        else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  };
  return (
    <Page
      title={t("Media shelf")}
      about={data && t("{{count}} pieces", { count: data.total })}
      actions={
        <>
          <Button component={RouterLink} to="/bank">
            {t("Back to the bank")}
          </Button>
          <Button component="label" variant="contained" loading={isLoading}>
            {t("Add a picture or recording")}
            <input
              hidden
              type="file"
              accept="image/*,audio/*,video/mp4,video/webm"
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file)
                  void keep(file).then((answer) => {
                    setOpenHash(answer.data?.hash ?? null);
                  });
              }}
            />
          </Button>
        </>
      }
    >
      {refused && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problemOf(refused).detail}
        </Alert>
      )}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, mb: 2 }}>
        <TextField
          label={t("Search the shelf")}
          type="search"
          value={text}
          sx={{ flex: { xs: "1 1 100%", sm: 1 }, maxWidth: 420 }}
          onChange={(event) => {
            set("text", event.target.value);
          }}
        />
        <Filter
          label={t("Kind")}
          names={mediaNames}
          value={kind}
          choose={(value) => {
            set("kind", value);
          }}
        />
        <Filter
          label={t("Open")}
          names={lackNames}
          value={lacks}
          choose={(value) => {
            set("lacks", value);
          }}
        />
      </Box>
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the shelf")} />}
      {data?.media.length === 0 && (
        <Empty>{t("Nothing here. Pictures and recordings of items and texts stand here.")}</Empty>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: open ? "minmax(0, 1fr) 380px" : "1fr" },
          gap: 2,
          alignItems: "start",
        }}
      >
        <Box
          component="ul"
          aria-label={t("Pictures and recordings")}
          sx={{
            m: 0,
            p: 0,
            listStyle: "none",
            display: "grid",
            gridTemplateColumns: "repeat(auto-fill, minmax(200px, 1fr))",
            gap: 1.5,
          }}
        >
          {data?.media.map((one) => (
            <Paper key={one.hash} component="li" sx={{ p: 1 }}>
              <MediaThumb media={one} height={120} />
              <Button
                size="small"
                aria-expanded={one.hash === openHash}
                onClick={() => {
                  setOpenHash(one.hash === openHash ? null : one.hash);
                }}
                sx={{ justifyContent: "flex-start", textAlign: "start", width: "100%" }}
              >
                {one.name || t("no name")}
              </Button>
              <Typography
                variant="caption"
                color={one.credit === "" ? "error" : "textSecondary"}
                component="p"
                sx={{ m: 0, px: 0.75 }}
              >
                {one.credit || t("no maker and licence yet")}
              </Typography>
              <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0, px: 0.75 }}>
                {one.usedIn.length === 0
                  ? t("used nowhere")
                  : t("used in {{count}} places", { count: one.usedIn.length })}
              </Typography>
            </Paper>
          ))}
        </Box>
        {open && (
          <Details
            key={open.hash}
            media={open}
            close={() => {
              setOpenHash(null);
            }}
          />
        )}
      </Box>
    </Page>
  );
}

function Filter<N extends string>(props: {
  label: string;
  names: Readonly<Record<N, string>>;
  value: N | null;
  choose: (value: string) => void;
}) {
  const { label, names, value, choose } = props;
  return (
    <TextField
      select
      label={label}
      value={value ?? "all"}
      sx={{ minWidth: 190 }}
      onChange={(event) => {
        choose(event.target.value === "all" ? "" : event.target.value);
      }}
    >
      <MenuItem value="all">{t("all")}</MenuItem>
      {Object.entries<string>(names).map(([name, text]) => (
        <MenuItem key={name} value={name}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}

const fields = [
  ["name", t("Name")],
  ["description", t("What it shows or says")],
  ["credit", t("Who made it, and the licence")],
] as const;

function Details({ media, close }: { media: ShelfMedia; close: () => void }) {
  const { name, description, credit } = media;
  const [said, setSaid] = useState({ name, description, credit });
  const [describe, { isLoading }] = useDescribeMediaMutation();
  const [remove] = useRemoveMediaMutation();
  const say = useToast();
  const params = { hash: media.hash };
  const keep = async () => {
    const answer = await describe({ params, body: said });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else say({ text: t("Saved. Items that show it keep the words written in them.") });
  };
  const take = async () => {
    const answer = await remove({ params });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else close();
  };
  return (
    <Paper
      component="section"
      aria-label={t("About {{name}}", { name: name || t("it") })}
      sx={{ p: 2, position: "sticky", top: 16 }}
    >
      <Stack spacing={1.5}>
        {fields.map(([field, label]) => (
          <TextField
            key={field}
            label={label}
            multiline={field === "description"}
            maxRows={8}
            value={said[field]}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
            onChange={(event) => {
              setSaid({ ...said, [field]: event.target.value });
            }}
          />
        ))}
        <Typography variant="caption" color="textSecondary" component="p">
          {media.width === null || media.height === null
            ? ""
            : t("{{width}} × {{height}} pixels, ", { width: media.width, height: media.height })}
          {sizeInWords(media.size)}
        </Typography>
        <Box>
          <Typography sx={{ fontWeight: 700 }}>{t("Used in")}</Typography>
          {media.usedIn.length === 0 && <Typography color="textSecondary">{t("nothing")}</Typography>}
          {media.usedIn.map((one) => (
            <Box key={one.id}>
              <Link component={RouterLink} to={one.kind === "item" ? `/bank?item=${one.id}` : `/stimuli/${one.id}`}>
                {one.number === null ? one.name : `${one.number} ${one.name}`}
              </Link>
            </Box>
          ))}
        </Box>
        <Box sx={{ display: "flex", gap: 1 }}>
          <Button variant="contained" disabled={isLoading} onClick={() => void keep()}>
            {t("Save")}
          </Button>
          <Button onClick={close}>{t("Close")}</Button>
          {media.usedIn.length === 0 && (
            <Button color="inherit" onClick={() => void take()}>
              {t("Remove")}
            </Button>
          )}
        </Box>
      </Stack>
    </Paper>
  );
}
