import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { creditOf, kindOf, type Answer } from "@verdant/core/items/kinds";
import { useState } from "react";
import { Link } from "react-router";
import { Player } from "../player/Player.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowItemQuery } from "./api.ts";
import { kindNames } from "./kindNames.ts";

/** The item as a student sees it. It can be answered here, which is recorded nowhere; the key shows on demand. */
export function ReadingPane({ itemId }: { itemId: string }) {
  const { data, error } = useShowItemQuery({ params: { itemId } });
  if (error) return <Failed error={error} />;
  return data ? <Pane item={data} /> : <Loading what="the item" />;
}

function Pane({ item }: { item: Item }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [showsKey, setShowsKey] = useState(false);
  const { content } = item;
  const kind = kindOf(content);
  const verdict = {
    keyIds: content.options.filter((option) => option.isKey).map((option) => option.id),
    isRight: answer ? creditOf(content, answer) === 1 : null,
  };
  return (
    <Paper sx={{ p: 2 }} component="article" aria-label={`Item ${item.number}`}>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0, mb: 1 }}>
        Item {item.number} · {kindNames[content.kind]} · {item.tagging.use} · by {item.owner}
      </Typography>
      <Player
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={answer}
        onAnswer={setAnswer}
        name={`pane ${item.id}`}
        {...(showsKey && { verdict })}
      />
      {showsKey && content.explanation && (
        <Box sx={{ mt: 1.5, p: 1.5, borderRadius: 2, bgcolor: "success.light" }}>
          <RichTextView text={content.explanation} />
        </Box>
      )}
      <Box sx={{ display: "flex", alignItems: "center", mt: 1.5 }}>
        <FormControlLabel
          sx={{ flex: 1 }}
          control={
            <Switch
              checked={showsKey}
              onChange={(_, checked) => {
                setShowsKey(checked);
              }}
            />
          }
          label="Show the key"
        />
        <Button component={Link} to={`/bank/${item.id}`} variant="outlined">
          Edit
        </Button>
      </Box>
    </Paper>
  );
}
