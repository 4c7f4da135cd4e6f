/** One place of a quiz: a question, a draw or words between questions, with what can be done to it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Collapse from "@mui/material/Collapse";
import IconButton from "@mui/material/IconButton";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { FixedPlace, Place, Quiz } from "@verdant/contract/assembly";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import { kindNames } from "@verdant/core/items/kindNames";
import { Player } from "../player/Player.tsx";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { KeptField } from "../ui/KeptField.tsx";
import { pointsOf } from "../ui/points.ts";
import { shareInWords, Whisker } from "../ui/Whisker.tsx";
import { PoolAdd } from "./PoolAdd.tsx";
import { SwapList } from "./SwapList.tsx";
import { useListQuizzesInfiniteQuery } from "./api.ts";
import { hindranceWords } from "../ui/checkInWords.ts";
import { inAList, t } from "../platform/words.ts";

export interface PlaceActs {
  readonly step: (by: 1 | -1) => void;
  readonly takeOut: () => void;
  readonly lock: (isOn: boolean) => void;
  readonly swap: (itemId: string) => void;
  readonly setTake: (take: number) => void;
  readonly setPool: (itemIds: readonly string[]) => void;
  readonly setPoints: (points: number) => void;
  readonly setText: (text: string) => void;
}

const columns = "28px minmax(0, 1fr) 120px 150px 200px 112px 232px";

export function PlaceRow(props: {
  quiz: Quiz;
  place: Place;
  /** Number of the first question it gives. */
  number: number;
  isOpen: boolean;
  toggle: () => void;
  acts: PlaceActs;
}) {
  const { place } = props;
  if (place.type === "interlude") return <InterludeRow {...props} place={place} />;
  return place.type === "draw" ? <DrawRow {...props} place={place} /> : <FixedRow {...props} place={place} />;
}

function Line({ children }: { children: ReactNode }) {
  return (
    <Box
      sx={{
        // On a phone: the number and the question, under it what is known of it, then what can be done.
        display: { xs: "flex", lg: "grid" },
        flexWrap: "wrap",
        gridTemplateColumns: columns,
        columnGap: 1.25,
        rowGap: 0.5,
        "& > :nth-of-type(2)": { flex: { xs: "1 1 calc(100% - 44px)", lg: "none" } },
        alignItems: "center",
        px: 1.5,
        py: 0.75,
        fontSize: 13.5,
        color: "text.secondary",
      }}
    >
      {children}
    </Box>
  );
}

function FixedRow(props: {
  quiz: Quiz;
  place: FixedPlace;
  number: number;
  isOpen: boolean;
  toggle: () => void;
  acts: PlaceActs;
}) {
  const { quiz, place, number, isOpen, toggle, acts } = props;
  const [isSwapping, setSwapping] = useState(false);
  return (
    <>
      <Line>
        <Bead
          mark={number}
          hue={place.strand.hue}
          label={t("Question {{number}}, {{strand}}", { number, strand: place.strand.name })}
        />
        <Link
          component="button"
          type="button"
          color="text.primary"
          underline="hover"
          aria-expanded={isOpen}
          onClick={toggle}
          sx={{ textAlign: "left", fontSize: 15, fontFamily: "inherit", lineHeight: 1.3 }}
        >
          {place.stem}
        </Link>
        <span>{kindNames[place.kind]}</span>
        <span>
          {place.topic}
          {place.points !== 1 && `, ${t("{{count}} points", { count: place.points })}`}
        </span>
        {place.facility ? (
          <Box sx={{ display: "flex", alignItems: "center", gap: 1 }} title={shareInWords(place.facility)}>
            <Whisker share={place.facility} width={92} />
            <span>{Math.round((place.facility.right / place.facility.outOf) * 100)}%</span>
          </Box>
        ) : (
          <span>{t("no answers yet")}</span>
        )}
        <span>{place.lastOn ? t("seen {{lastOn}}", { lastOn: shortDate(place.lastOn) }) : t("never seen")}</span>
        <Acts number={number} acts={acts}>
          <Button
            size="small"
            aria-label={t("Swap question {{number}}", { number })}
            aria-expanded={isSwapping}
            onClick={() => {
              setSwapping(!isSwapping);
            }}
          >
            {t("Swap")}
          </Button>
          <Button
            size="small"
            aria-label={t("Hold question {{number}} where it is", { number })}
            aria-pressed={place.locked}
            onClick={() => {
              acts.lock(!place.locked);
            }}
          >
            {place.locked ? t("Held") : t("Hold")}
          </Button>
        </Acts>
      </Line>
      {isSwapping && (
        <SwapList
          quizId={quiz.id}
          itemId={place.itemId}
          choose={(itemId) => {
            setSwapping(false);
            acts.swap(itemId);
          }}
        />
      )}
      <Collapse in={isOpen} unmountOnExit>
        <Box sx={{ px: 6.5, pb: 2, maxWidth: 720 }}>
          <Player view={place.view} answer={null} name={`preview ${place.itemId}`} />
          <Typography variant="caption" color="textSecondary">
            {t("As a student sees it; options mix for each student.")}
          </Typography>
          <PointsField
            label={t("Points for question {{number}}", { number })}
            points={place.points}
            set={acts.setPoints}
          />
          <EditHereOrEverywhere quizId={quiz.id} place={place} />
        </Box>
      </Collapse>
    </>
  );
}

/** A change of an item changes it wherever it is used; a variant changes this quiz only. */
function EditHereOrEverywhere({ quizId, place }: { quizId: string; place: FixedPlace }) {
  const { data } = useListQuizzesInfiniteQuery({ itemId: place.itemId });
  const [first] = data?.pages ?? [];
  const others = first?.quizzes.filter((quiz) => quiz.id !== quizId) ?? [];
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ display: "flex", gap: 1 }}>
        <Button size="small" variant="outlined" component={RouterLink} to={`/bank/${place.itemId}`}>
          {t("Edit item {{number}} everywhere", { number: place.number })}
        </Button>
        <Button
          size="small"
          component={RouterLink}
          to={`/bank/new?variantOf=${place.itemId}&quiz=${quizId}&insteadOf=${place.itemId}`}
        >
          {t("Remix: edit a copy for this quiz only")}
        </Button>
      </Box>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0, mt: 0.5 }}>
        {data &&
          (others.length === 0
            ? t("No other quiz has it. What was released stays as it was.")
            : t("Also in {{quizzes}}.", {
                quizzes: inAList([
                  ...others
                    .slice(0, 5)
                    .map((quiz) => t("“{{quiz}}” of {{className}}", { quiz: quiz.name, className: quiz.className })),
                  ...(others.length > 5 ? [t("{{total}} more", { total: (first?.total ?? 6) - 6 })] : []),
                ]),
              }))}
      </Typography>
    </Box>
  );
}

function DrawRow(props: {
  quiz: Quiz;
  place: Extract<Place, { type: "draw" }>;
  number: number;
  isOpen: boolean;
  toggle: () => void;
  acts: PlaceActs;
}) {
  const { quiz, place, number, isOpen, toggle, acts } = props;
  const last = number + place.take - 1;
  const usable = place.pool.filter((item) => item.hindrance === null);
  const topics = [...new Set(place.pool.map((item) => item.topic))];
  return (
    <>
      <Line>
        <Bead
          mark="?"
          hue={place.strand?.hue ?? 7}
          label={t("Questions {{number}} to {{last}}, drawn", { number, last })}
        />
        <Link
          component="button"
          type="button"
          color="text.primary"
          underline="hover"
          aria-expanded={isOpen}
          onClick={toggle}
          sx={{ textAlign: "left", fontSize: 15, fontFamily: "inherit" }}
        >
          {t("Each student gets {{take}} of these {{usable}}: {{topics}}", {
            take: place.take,
            usable: usable.length,
            topics: topics.join(", "),
          })}
          {usable.length < place.pool.length &&
            t(" ({{pool}} cannot be used)", { pool: place.pool.length - usable.length })}
        </Link>
        <TextField
          type="number"
          size="small"
          label={t("Each gets")}
          value={place.take}
          onChange={(event) => {
            const take = Math.round(Number(event.target.value));
            if (take >= 1 && take <= usable.length) acts.setTake(take);
          }}
          slotProps={{ htmlInput: { min: 1, max: usable.length } }}
        />
        <span>{place.strand?.name ?? t("several units")}</span>
        <span>{place.points !== 1 && t("{{count}} points each", { count: place.points })}</span>
        <span />
        <Acts number={number} acts={acts} />
      </Line>
      <Collapse in={isOpen} unmountOnExit>
        <Box sx={{ px: 6.5 }}>
          <PointsField label={t("Points for each question drawn")} points={place.points} set={acts.setPoints} />
        </Box>
        <Box sx={{ px: 6.5, pt: 1 }}>
          <PoolAdd
            quizId={quiz.id}
            pool={place.pool.map((item) => item.itemId)}
            add={(itemId) => {
              acts.setPool([...place.pool.map((item) => item.itemId), itemId]);
            }}
          />
        </Box>
        <Box component="ul" sx={{ m: 0, px: 8, pb: 1.5, fontSize: 14 }}>
          {place.pool.map((item) => (
            <li key={item.itemId}>
              <Link component={RouterLink} to={`/bank/${item.itemId}`} color="inherit">
                {item.stem}
              </Link>
              {item.hindrance !== null && (
                <Typography component="span" variant="body2" sx={{ color: "warning.dark", fontWeight: 700 }}>
                  {" "}
                  {t("{{hindrance}}: not used in quizzes", { hindrance: hindranceWords[item.hindrance] })}
                </Typography>
              )}
              {place.pool.length > 1 && (
                <Button
                  size="small"
                  aria-label={t("Remove item {{number}} from the pool", { number: item.number })}
                  onClick={() => {
                    acts.setPool(place.pool.flatMap((one) => (one.itemId === item.itemId ? [] : [one.itemId])));
                  }}
                >
                  {t("Remove from the pool")}
                </Button>
              )}
            </li>
          ))}
        </Box>
      </Collapse>
    </>
  );
}

/** What a question is worth in this quiz; the item says what it starts with. */
function PointsField({ label, points, set }: { label: string; points: number; set: (points: number) => void }) {
  return (
    <KeptField
      type="number"
      size="small"
      label={label}
      value={String(points)}
      keep={(typed) => {
        set(Number(typed));
      }}
      tidy={(typed) => String(typed.trim() === "" ? points : pointsOf(typed))}
      slotProps={{ htmlInput: { min: 0, max: 100, step: 0.25 } }}
      sx={{ width: 230, mt: 1.5, mb: 1, display: "block" }}
    />
  );
}

function InterludeRow(props: { place: Extract<Place, { type: "interlude" }>; number: number; acts: PlaceActs }) {
  const { place, number, acts } = props;
  return (
    <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", px: 1.5, py: 0.75 }}>
      <KeptField
        size="small"
        fullWidth
        multiline
        label={t("Words between questions")}
        value={place.text}
        keep={acts.setText}
        tidy={(typed) => typed.trim() || place.text}
        sx={{ ml: 5 }}
      />
      <Acts number={number} acts={acts} isWords />
    </Box>
  );
}

function Acts(props: { number: number; acts: PlaceActs; isWords?: boolean; children?: ReactNode }) {
  const { number, acts, isWords = false, children } = props;
  const name = isWords ? t("the words before question {{number}}", { number }) : t("question {{number}}", { number });
  return (
    <Box
      sx={{
        display: "flex",
        justifyContent: "flex-end",
        alignItems: "center",
        "& .MuiButton-root": { minWidth: 0, px: 0.75 },
      }}
    >
      <IconButton
        size="small"
        aria-label={t("Move {{name}} up", { name })}
        onClick={() => {
          acts.step(-1);
        }}
      >
        <ArrowUp size={15} />
      </IconButton>
      <IconButton
        size="small"
        aria-label={t("Move {{name}} down", { name })}
        onClick={() => {
          acts.step(1);
        }}
      >
        <ArrowDown size={15} />
      </IconButton>
      {children}
      <Button
        size="small"
        aria-label={t("Remove {{name}}", { name })}
        onClick={acts.takeOut}
        sx={{ whiteSpace: "nowrap" }}
      >
        {t("Remove")}
      </Button>
    </Box>
  );
}
