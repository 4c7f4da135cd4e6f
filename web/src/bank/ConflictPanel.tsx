import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { Player } from "../player/Player.tsx";
import { moment } from "../ui/dates.ts";
import type { Work } from "./useItemEditor.ts";

/** Two people saved one item: both versions side by side, nothing lost, one is chosen. */
export function ConflictPanel({
  mine,
  theirs,
  keepMine,
  takeTheirs,
}: {
  mine: Work;
  theirs: Item;
  keepMine: () => void;
  takeTheirs: () => void;
}) {
  return (
    <Alert severity="warning" icon={false} sx={{ mb: 2, "& .MuiAlert-message": { width: "100%" } }}>
      <AlertTitle>
        {theirs.revision.author} saved this item after you opened it ({moment(theirs.revision.at)})
      </AlertTitle>
      Nothing is lost. Look at the two, go on writing if you like, then choose. The other one stays in the history.
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 2, mt: 1.5 }}>
        <Version title="Yours" content={mine.content} action="Keep mine" onChoose={keepMine} />
        <Version
          title={`By ${theirs.revision.author}`}
          content={theirs.content}
          action="Take theirs"
          onChoose={takeTheirs}
        />
      </Box>
    </Alert>
  );
}

function Version({
  title,
  content,
  action,
  onChoose,
}: {
  title: string;
  content: Content;
  action: string;
  onChoose: () => void;
}) {
  const kind = kindOf(content);
  return (
    <Paper sx={{ p: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", mb: 1 }}>
        <Typography sx={{ fontWeight: 700, flex: 1 }}>{title}</Typography>
        <Button variant="outlined" size="small" onClick={onChoose}>
          {action}
        </Button>
      </Box>
      <Player
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={null}
        name={title}
        verdict={{ content, credit: null }}
      />
    </Paper>
  );
}
