/** The places of a quiz in order, part by part, with an add line between any two. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import type { Quiz } from "@verdant/contract/assembly";
import { Plus } from "lucide-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { KeptField } from "../ui/KeptField.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { AddLine } from "./AddLine.tsx";
import {
  changed,
  inserted,
  keyOf,
  removed,
  replaced,
  stepped,
  type At,
  type Layout,
  type LayoutPlace,
} from "@verdant/core/assembly/layout";
import { layoutOf } from "./layout.ts";
import { PlaceRow, type PlaceActs } from "./PlaceRow.tsx";
import type { Composer } from "./useComposer.ts";
import { t } from "../platform/words.ts";

const orderWords = { woven: t("mixed"), asWritten: t("as written"), easyToHard: t("easy to hard") } as const;

export function PlaceList(props: {
  quiz: Quiz;
  composer: Composer;
  selectedId: string | null;
  select: (itemId: string | null) => void;
}) {
  const { quiz, composer, selectedId, select } = props;
  const [adding, setAdding] = useState<At | null>(quiz.places.length === 0 ? { part: 0, place: 0 } : null);
  const navigate = useNavigate();
  const say = useToast();
  const layout = layoutOf(quiz);
  const numbers = firstNumbers(quiz);
  const put = (apply: (layout: Layout) => Layout) => void composer.layOut(apply);
  const actsOf = (at: At, place: LayoutPlace): PlaceActs => {
    const change = (apply: (layout: Layout, at: At) => Layout) => composer.layOut((now) => changed(now, place, apply));
    const become = (next: LayoutPlace) => void change((now, here) => replaced(now, here, next));
    return {
      step: (by) => void change((now, here) => stepped(now, here, by)),
      takeOut: () => {
        void change(removed).then((done) => {
          if (done)
            say({
              text: t("Removed from this quiz; it stays in the bank."),
              undo: () => {
                put((now) => inserted(now, at, [place]));
              },
            });
        });
      },
      lock: (isOn) => {
        if (place.type === "fixed") become({ ...place, locked: isOn });
      },
      swap: (itemId) => {
        if (place.type === "fixed") become({ ...place, itemId });
      },
      setTake: (take) => {
        if (place.type === "draw") become({ ...place, take });
      },
      setPool: (itemIds) => {
        if (place.type === "draw")
          become({ ...place, itemIds: [...itemIds], take: Math.min(place.take, itemIds.length) });
      },
      setPoints: (points) => {
        if (place.type !== "interlude") become({ ...place, points });
      },
      setText: (text) => {
        if (place.type === "interlude") become({ ...place, text });
      },
    };
  };
  const addLine = (at: At, before: string) =>
    adding?.part === at.part && adding.place === at.place ? (
      <AddLine
        quiz={quiz}
        insert={(places) => {
          put((now) => inserted(now, at, places));
          setAdding({ part: at.part, place: at.place + places.length });
        }}
        write={(topicId) =>
          void navigate(
            `/bank/new?quiz=${quiz.id}&part=${at.part}&place=${at.place}${topicId === null ? "" : `&topic=${topicId}`}`,
          )
        }
        close={() => {
          setAdding(null);
        }}
      />
    ) : (
      <AddGap
        position={numbers.get(before) ?? 1}
        open={() => {
          setAdding(at);
        }}
      />
    );
  return (
    <>
      {quiz.parts.map((part, p) => {
        const places = quiz.places.filter((place) => place.partId === part.id);
        return (
          // By place too: a layout gives parts new ids.
          <Paper key={p} sx={{ overflow: "hidden", "& + &": { mt: 1.5 } }}>
            {quiz.parts.length > 1 && (
              <PartHead
                part={part}
                number={p + 1}
                set={(change) => {
                  put((now) => now.map((one, i) => (i === p ? { ...one, ...change } : one)));
                }}
                remove={() => {
                  put((now) => now.filter((_, i) => i !== p));
                }}
              />
            )}
            <Box
              component="ol"
              aria-label={
                quiz.parts.length > 1 ? t("Questions of part {{p}} in order", { p: p + 1 }) : t("Questions in order")
              }
              sx={{ m: 0, p: 0, listStyle: "none" }}
            >
              {places.flatMap((place, i) => {
                const gap = addLine({ part: p, place: i }, place.id);
                const id = place.type === "fixed" ? place.itemId : place.id;
                const own = layout[p]?.places[i];
                // What is typed in an add line stays where it is; a row goes with its question, and the focus with it.
                return [
                  <Box component="li" key={`before ${i}`}>
                    {gap}
                  </Box>,
                  <Box
                    component="li"
                    key={place.type !== "interlude" && own ? keyOf(own) : `words ${wordsBefore(places, i)}`}
                    sx={{
                      borderTop: i === 0 ? 0 : 1,
                      borderColor: "divider",
                      bgcolor: id === selectedId ? "warning.light" : undefined,
                    }}
                  >
                    {own && (
                      <PlaceRow
                        quiz={quiz}
                        place={place}
                        number={numbers.get(place.id) ?? 1}
                        isOpen={id === selectedId}
                        toggle={() => {
                          select(id === selectedId ? null : id);
                        }}
                        acts={actsOf({ part: p, place: i }, own)}
                      />
                    )}
                  </Box>,
                ];
              })}
              <Box component="li" key={`before ${places.length}`}>
                {addLine({ part: p, place: places.length }, part.id)}
              </Box>
            </Box>
          </Paper>
        );
      })}
      <Button
        size="small"
        startIcon={<Plus size={16} />}
        sx={{ mt: 1 }}
        onClick={() => {
          put((now) => [
            ...now.map((part, i) =>
              part.heading === null ? { ...part, heading: t("Part {{i}}", { i: i + 1 }) } : part,
            ),
            { heading: t("Part {{now}}", { now: now.length + 1 }), instruction: null, orderRule: "woven", places: [] },
          ]);
        }}
      >
        {t("Add a part")}
      </Button>
    </>
  );
}

/** The number of the first question of each place, by its id; by a part's id that of the next question after it. */
function firstNumbers({ parts, places }: Quiz): Map<string, number> {
  const numbers = new Map<string, number>();
  let next = 1;
  for (const part of parts) {
    for (const place of places.filter((one) => one.partId === part.id)) {
      numbers.set(place.id, next);
      next += place.type === "fixed" ? 1 : place.type === "draw" ? place.take : 0;
    }
    numbers.set(part.id, next);
  }
  return numbers;
}

/** Words have nothing but their text, which changes; so they are known by their turn. */
const wordsBefore = (places: Quiz["places"], i: number) =>
  places.slice(0, i).filter((place) => place.type === "interlude").length;

/** The narrow line between two places that opens into an add line. */
function AddGap({ position, open }: { position: number; open: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      aria-label={t("Add before question {{position}}", { position })}
      onClick={open}
      sx={{
        display: "block",
        width: "100%",
        height: { xs: 24, lg: 10 },
        my: { xs: 0, lg: -0.6 },
        position: "relative",
        zIndex: 1,
        border: 0,
        bgcolor: "transparent",
        cursor: "copy",
        "&::after": {
          content: '"+"',
          position: "absolute",
          left: 22,
          top: { xs: 0, lg: -7 },
          fontSize: 18,
          fontWeight: 700,
          color: "primary.main",
          opacity: 0.25,
        },
        "li:first-of-type > &::after": { top: { xs: 0, lg: -2 } },
        "&:hover, &:focus-visible": { bgcolor: "success.light", "&::after": { opacity: 1 } },
        "li:last-of-type > &": { height: 30, my: 0, "&::after": { top: 2, opacity: 1 } },
      }}
    />
  );
}

function PartHead(props: {
  part: Quiz["parts"][number];
  number: number;
  set: (change: Partial<Layout[number]>) => void;
  remove: () => void;
}) {
  const { part, number, set, remove } = props;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "200px 1fr 150px auto" },
        gap: 1.25,
        p: 1.25,
        borderBottom: 1,
        borderColor: "divider",
      }}
    >
      <KeptField
        size="small"
        label={t("Heading of part {{number}}", { number })}
        value={part.heading ?? ""}
        keep={(heading) => {
          set({ heading: heading || null });
        }}
      />
      <KeptField
        size="small"
        label={t("Instruction of part {{number}}", { number })}
        value={part.instruction ?? ""}
        keep={(instruction) => {
          set({ instruction: instruction || null });
        }}
      />
      <TextField
        select
        size="small"
        label={t("Order")}
        value={part.orderRule}
        onChange={(event) => {
          set({ orderRule: event.target.value as typeof part.orderRule });
        }}
      >
        {Object.entries(orderWords).map(([rule, word]) => (
          <MenuItem key={rule} value={rule}>
            {word}
          </MenuItem>
        ))}
      </TextField>
      <Button size="small" onClick={remove}>
        {t("Remove the part")}
      </Button>
    </Box>
  );
}
