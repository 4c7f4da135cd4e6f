/** Revision sheets of a class, two to a page: what went wrong, why, one next step, and a question to try. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import GlobalStyles from "@mui/material/GlobalStyles";
import Typography from "@mui/material/Typography";
import { letterOf } from "@verdant/core/items/onPaper";
import type { SheetItem, Sheets } from "@verdant/contract/sheets";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { RichTextView } from "../player/RichTextView.tsx";
import { longDate } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { Word } from "../ui/Word.tsx";
import { useAddress } from "../platform/useAddress.ts";
import { inAList, t } from "../platform/words.ts";
import { useShowSheetsQuery } from "./api.ts";

export function SheetsPage() {
  const { releaseId = "" } = useParams();
  const [search, change] = useAddress();
  const classId = search.get("class");
  const { currentData, error, refetch } = useShowSheetsQuery({
    params: { releaseId },
    query: classId === null ? {} : { classId },
  });
  const set = (name: string, value: string | null) => {
    change((next) => {
      if (value === null) next.delete(name);
      else next.set(name, value);
    });
  };
  const who = search.get("for") ?? "wrong";
  // One student, or several that were ticked in the results.
  const named = new Set(who.split(","));
  const shown = currentData?.students.filter(
    (one) => who === "all" || (who === "wrong" ? one.items.length > 0 || one.waiting > 0 : named.has(one.studentId)),
  );
  return (
    <Page
      title={t("Revision sheets")}
      about={
        currentData && (
          <Box component="span" sx={{ displayPrint: "none" }}>
            {t("“{{name}}”, {{on}}, for", { name: currentData.name, on: longDate(currentData.on) })}{" "}
            <Word
              label={t("Class")}
              value={currentData.classId}
              choices={currentData.classes.map((one) => [one.id, one.name] as const)}
              onChange={(id) => {
                set("class", id === currentData.classes[0]?.id ? null : id);
                set("for", null);
              }}
            />{" "}
            ·{" "}
            <Word
              label={t("Whose")}
              value={who}
              choices={[
                ["wrong", t("who had something wrong")] as const,
                ["all", t("everybody who handed in")] as const,
                ...(named.size > 1
                  ? [[who, t("{{count}} students who were ticked", { count: named.size })] as const]
                  : []),
                ...currentData.students.map((one) => [one.studentId, one.name] as const),
              ]}
              onChange={(next) => {
                set("for", next === "wrong" ? null : next);
              }}
            />
          </Box>
        )
      }
      actions={
        <Box sx={{ display: "flex", gap: 1, displayPrint: "none" }}>
          <Button component={Link} to={`/results/${releaseId}`} variant="outlined">
            {t("Back to the results")}
          </Button>
          <Button
            variant="contained"
            disabled={!shown || shown.length === 0}
            onClick={() => {
              window.print();
            }}
          >
            {t("Print the sheets")}
          </Button>
        </Box>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!currentData && !error && <Loading what={t("the sheets")} />}
      {currentData && shown && <All sheets={currentData} shown={shown} />}
    </Page>
  );
}

function All({ sheets, shown }: { sheets: Sheets; shown: Sheets["students"] }) {
  return (
    <>
      {/* Two sheets side by side on a page that lies. */}
      <GlobalStyles
        styles={{
          "@page": { size: "A4 landscape", margin: "10mm" },
          "@media print": {
            body: { background: "#fff !important" },
            "main > :first-of-type": { display: "none !important" },
          },
        }}
      />
      <Box sx={{ displayPrint: "none", display: "grid", gap: 1, mb: 2 }}>
        {sheets.isOpen && (
          <Alert severity="warning">
            {t("This quiz is still open, and the sheets tell what is right. Hand them out once nobody can answer it.")}
          </Alert>
        )}
        {sheets.without.length > 0 && (
          <Typography variant="body2">
            {t("No sheet, since not handed in: {{names}}.", {
              names: inAList(sheets.without.map(({ name }) => name)),
            })}
          </Typography>
        )}
      </Box>
      {shown.length === 0 && (
        <Empty>
          {sheets.students.length === 0
            ? t("Nobody has handed in yet.")
            : t("Nobody of those who handed in had something wrong.")}
        </Empty>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          gap: 2,
          alignItems: "start",
          "@media print": { display: "block", columns: 2, columnGap: "10mm", fontSize: "9.5pt" },
        }}
      >
        {shown.map((student) => (
          <Sheet key={student.studentId} student={student} sheets={sheets} />
        ))}
      </Box>
    </>
  );
}

function Sheet({
  student: { name, items, further, waiting },
  sheets,
}: {
  student: Sheets["students"][number];
  sheets: Sheets;
}) {
  const again = items.flatMap((item, at) => (item.again ? [{ place: at + 1, key: item.again.key }] : []));
  return (
    <Box
      component="article"
      aria-label={t("Sheet of {{name}}", { name })}
      sx={{
        ...{ bgcolor: "background.paper", border: 1, borderColor: "divider", borderRadius: 1, p: 2 },
        "& p": { m: 0 },
        "@media print": {
          // Each in a column of its own; a longer one goes on in the next.
          ...{ border: 0, p: 0, color: "#000", background: "#fff", breakAfter: "column" },
        },
      }}
    >
      <Typography variant="h2" sx={{ fontSize: "1.15em" }}>
        {name}
      </Typography>
      <Box sx={{ mb: 1, fontSize: "0.9em" }}>
        {t("{{className}}, “{{name}}”, {{on}}", {
          className: sheets.className,
          name: sheets.name,
          on: longDate(sheets.on),
        })}
      </Box>
      {items.length === 0 && <p>{waiting > 0 ? t("Nothing wrong so far.") : t("Everything was right.")}</p>}
      {items.map((item, at) => (
        <Question key={item.itemId} item={item} place={at + 1} />
      ))}
      {further.length > 0 && (
        <Box sx={{ mt: 1 }}>{t("Look at these again, too: {{topics}}.", { topics: inAList(further) })}</Box>
      )}
      {waiting > 0 && (
        <Box sx={{ mt: 1 }}>{t("{{count}} answers of yours are not marked yet.", { count: waiting })}</Box>
      )}
      {again.length > 0 && (
        <Box sx={{ mt: 1.5, pt: 0.5, borderTop: 1, borderColor: "divider", fontSize: "0.85em" }}>
          {t("Answers to what you tried: {{keys}}", {
            keys: again.map(({ place, key }) => `${place}: ${key}`).join(" · "),
          })}
        </Box>
      )}
    </Box>
  );
}

function Question({ item, place }: { item: SheetItem; place: number }) {
  const { stem, stimulus, topic, answered, reason, rationales, explanation, nextStep, again } = item;
  return (
    <Box sx={{ mb: 1.25, breakInside: "avoid" }}>
      <Box sx={{ fontWeight: 700, display: "flex", gap: 0.75 }}>
        <span>{place}.</span>
        <div>
          {stem ? <RichTextView text={stem} /> : t("A test question on {{topic}}", { topic })}
          {stimulus !== null && <Box sx={{ fontWeight: 400 }}>{t("(with “{{stimulus}}”)", { stimulus })}</Box>}
        </div>
      </Box>
      <Box sx={{ pl: 2.25 }}>
        {stem && (
          <div>
            {answered === null ? t("You left it open.") : t("You answered: {{answered}}", { answered })}
            {reason !== null && ` ${t("You wrote: “{{reason}}”", { reason })}`}
          </div>
        )}
        {rationales.length > 0 && (
          <Part title={t("About your answer")}>
            {rationales.map((rationale, i) => (
              <RichTextView key={i} text={rationale} />
            ))}
          </Part>
        )}
        {explanation && (
          <Part title={t("Why")}>
            <RichTextView text={explanation} />
          </Part>
        )}
        {nextStep && (
          <Part title={t("Next step")}>
            <RichTextView text={nextStep} />
          </Part>
        )}
        {again && (
          <Part title={t("Try this")}>
            <RichTextView text={again.stem} />
            {again.options.length === 0 ? (
              <Box
                aria-hidden
                sx={{ borderBottom: 1, borderColor: "text.secondary", height: "1.6em", maxWidth: 260 }}
              />
            ) : (
              again.options.map((option, i) => (
                <Box key={i} sx={{ display: "flex", gap: 0.75 }}>
                  <span>{letterOf(i)}</span>
                  <div>
                    <RichTextView text={option} />
                  </div>
                </Box>
              ))
            )}
          </Part>
        )}
      </Box>
    </Box>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box sx={{ mt: 0.25 }}>
    <Box component="span" sx={{ fontSize: "0.85em", fontWeight: 700 }}>
      {title}
    </Box>
    {children}
  </Box>
);
