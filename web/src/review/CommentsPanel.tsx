/** What colleagues say about an item: words about it or a part of it, and changes that its author takes with one click. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import type { Comment } from "@verdant/contract/review";
import { contentFields, type ContentField } from "@verdant/core/bank/fields";
import { lazy, Suspense, useState } from "react";
import { Difference } from "../bank/difference/Difference.tsx";
import { fieldNames } from "../bank/difference/fieldNames.ts";
import { problemOf } from "../platform/problem.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useAddCommentMutation, useListCommentsQuery, useSettleCommentMutation } from "./api.ts";
import { t } from "../platform/words.ts";

// Suggesting needs the whole editor; reading needs none of it.
const SuggestDialog = lazy(async () => ({ default: (await import("./SuggestDialog.tsx")).SuggestDialog }));

type Commented = Pick<Item, "id" | "content"> & { readonly revisionId: string };

export function CommentsPanel({ item }: { item: Commented }) {
  const { data } = useListCommentsQuery({ params: { itemId: item.id } }, { refetchOnMountOrArgChange: true });
  const [isSuggesting, setSuggesting] = useState(false);
  const [showsSettled, setShowsSettled] = useState(false);
  const comments = data?.comments ?? [];
  const open = comments.filter((one) => one.settled === null);
  const settled = comments.length - open.length;
  return (
    <Box component="section" aria-label={t("Comments")} sx={{ mt: 2, pt: 1.5, borderTop: 1, borderColor: "divider" }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t("Comments")}
      </Typography>
      {(showsSettled ? comments : open).map((one) => (
        <OneComment key={one.id} comment={one} />
      ))}
      {settled > 0 && (
        <Link
          component="button"
          type="button"
          onClick={() => {
            setShowsSettled(!showsSettled);
          }}
        >
          {showsSettled ? t("Only what is open") : t("{{settled}} done", { settled })}
        </Link>
      )}
      <AddComment
        item={item}
        suggest={() => {
          setSuggesting(true);
        }}
      />
      {isSuggesting && (
        <Suspense fallback={null}>
          <SuggestDialog
            item={item}
            close={() => {
              setSuggesting(false);
            }}
          />
        </Suspense>
      )}
    </Box>
  );
}

function AddComment({ item, suggest }: { item: Commented; suggest: () => void }) {
  const [body, setBody] = useState("");
  const [field, setField] = useState<ContentField | "all">("all");
  const [add, { isLoading, error }] = useAddCommentMutation();
  const send = async () => {
    const answer = await add({
      params: { itemId: item.id },
      body: { revisionId: item.revisionId, field: field === "all" ? null : field, body, suggestion: null },
    });
    if (answer.data) setBody("");
  };
  return (
    <Box sx={{ mt: 1 }}>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      <Box sx={{ display: "flex", gap: 1, alignItems: "flex-start" }}>
        <TextField
          select
          size="small"
          label={t("About")}
          value={field}
          sx={{ width: 130 }}
          onChange={(event) => {
            setField(event.target.value as ContentField | "all");
          }}
        >
          <MenuItem value="all">{t("the item")}</MenuItem>
          {contentFields.map((one) => (
            <MenuItem key={one} value={one}>
              {fieldNames[one].toLowerCase()}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label={t("What you would say")}
          multiline
          fullWidth
          value={body}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
          onChange={(event) => {
            setBody(event.target.value);
          }}
        />
      </Box>
      <Box sx={{ display: "flex", gap: 1, mt: 1 }}>
        <Button size="small" variant="outlined" disabled={isLoading || body.trim() === ""} onClick={() => void send()}>
          {t("Comment")}
        </Button>
        <Button size="small" onClick={suggest}>
          {t("Suggest a change")}
        </Button>
      </Box>
    </Box>
  );
}

function OneComment({ comment }: { comment: Comment }) {
  const [settle, { isLoading }] = useSettleCommentMutation();
  const say = useToast();
  const { suggestion } = comment;
  const as = async (how: "settled" | "taken") => {
    const answer = await settle({ params: { commentId: comment.id }, body: { as: how } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else if (how === "taken") say({ text: t("The change is in the item now, as its next revision.") });
  };
  const about = comment.field === null ? "" : `, about ${fieldNames[comment.field].toLowerCase()}`;
  return (
    <Box component="article" aria-label={t("Comment of {{by}}", { by: comment.by })} sx={{ mb: 1.5 }}>
      <Typography variant="body2" color="textSecondary">
        <strong>{comment.by}</strong>
        {t(", {{at}}, on revision {{comment}}{{about}}", { at: moment(comment.at), comment: comment.n, about })}
        {comment.settled && ` · ${comment.settled}`}
      </Typography>
      {comment.body !== "" && <Typography sx={{ whiteSpace: "pre-line" }}>{comment.body}</Typography>}
      {suggestion && (
        <Box sx={{ mt: 1 }}>
          <Difference before={suggestion.base} after={suggestion.content} names={[t("As it was"), "Suggested"]} />
        </Box>
      )}
      {comment.settled === null && (
        <Box sx={{ display: "flex", gap: 1, mt: 0.5 }}>
          {suggestion && (
            <Button size="small" variant="contained" disabled={isLoading} onClick={() => void as("taken")}>
              {t("Accept it")}
            </Button>
          )}
          <Button size="small" disabled={isLoading} onClick={() => void as("settled")}>
            {t("Done")}
          </Button>
        </Box>
      )}
    </Box>
  );
}
