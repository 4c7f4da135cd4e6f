/** The mix: every unit of the course with how much of it the quiz holds, more or less by one. */
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { Minus, Plus } from "lucide-react";
import { Bead } from "../ui/Bead.tsx";
import { t } from "../platform/words.ts";

type Unit = Quiz["mix"][number];

export function MixPanel({
  quiz,
  isBusy,
  change,
}: {
  quiz: Quiz;
  isBusy: boolean;
  change: (unitId: string, by: 1 | -1) => void;
}) {
  return (
    <Box
      role="group"
      aria-label={t("Mix of units")}
      sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(196px, 1fr))", gap: 1 }}
    >
      {quiz.mix.map((unit) => (
        <UnitCard
          key={unit.strand.unitId}
          unit={unit}
          isBusy={isBusy}
          change={(by) => {
            change(unit.strand.unitId, by);
          }}
        />
      ))}
    </Box>
  );
}

function UnitCard({ unit, isBusy, change }: { unit: Unit; isBusy: boolean; change: (by: 1 | -1) => void }) {
  const { strand, count, available } = unit;
  return (
    <Paper
      role="group"
      aria-label={strand.name}
      sx={{
        px: 1.25,
        py: 1,
        display: "flex",
        alignItems: "center",
        gap: 1,
        bgcolor: unit.standing === "open" ? undefined : "transparent",
      }}
    >
      <Bead mark={strand.letter} hue={strand.hue} size={22} />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700, fontSize: 14, lineHeight: 1.2 }}>{strand.name}</Typography>
        <Typography sx={{ fontSize: 12, lineHeight: 1.25, color: "text.secondary" }}>{aboutOf(unit)}</Typography>
      </Box>
      <Step
        label={t("One question of {{strand}} fewer", { strand: strand.name })}
        icon={Minus}
        disabled={isBusy || count === 0}
        press={() => {
          change(-1);
        }}
      />
      <Box
        component="output"
        aria-label={t("Questions of {{strand}}", { strand: strand.name })}
        sx={{ fontWeight: 700, minWidth: 12, textAlign: "center" }}
      >
        {count}
      </Box>
      <Step
        label={t("One question of {{strand}} more", { strand: strand.name })}
        icon={Plus}
        disabled={isBusy || available === 0}
        press={() => {
          change(1);
        }}
      />
    </Paper>
  );
}

function aboutOf({ standing, recall }: Unit): string {
  if (standing === "notTaught") return t("not taught yet");
  if (standing === "taughtThisWeek") return t("taught this week");
  if (!recall) return "";
  return recall.low === recall.high
    ? t("recall about {{low}} in 10", { low: recall.low })
    : t("recall {{low}} to {{high}} in 10", { low: recall.low, high: recall.high });
}

function Step(props: { label: string; icon: typeof Plus; disabled: boolean; press: () => void }) {
  const { label, icon: Icon, disabled, press } = props;
  return (
    <IconButton
      size="small"
      aria-label={label}
      disabled={disabled}
      onClick={press}
      sx={{
        border: 1,
        borderColor: "divider",
        borderRadius: 1,
        p: 0,
        width: { xs: 34, md: 24 },
        height: { xs: 34, md: 24 },
      }}
    >
      <Icon size={15} />
    </IconButton>
  );
}
