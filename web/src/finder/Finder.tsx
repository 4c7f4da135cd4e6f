/** Find anything: one field over everything of the department and what can be done with it. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import type { Found } from "@verdant/contract/finder";
import { useDeferredValue, useState } from "react";
import { useNavigate } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { onlyHeard } from "../ui/onlyHeard.ts";
import { useFindAnythingQuery } from "./api.ts";
import { t } from "../platform/words.ts";

interface Choice {
  readonly group: string;
  readonly key: string;
  readonly text: string;
  readonly about: string;
  readonly to: string;
}

const groupNames: Record<Found["type"], string> = {
  class: t("Classes"),
  student: t("Students"),
  topic: t("Topics"),
  standard: t("Standards"),
  quiz: t("Quizzes"),
  item: t("Items"),
};

const addressOf: Record<Found["type"], (one: Found) => string> = {
  class: ({ id }) => `/plans/${id}`,
  student: ({ id, classId }) => `/classes/${classId ?? ""}/students/${id}`,
  topic: ({ id }) => `/bank?topic=${id}`,
  standard: ({ id }) => `/bank?standard=${id}`,
  quiz: ({ id }) => `/quizzes/${id}`,
  item: ({ id }) => `/bank/${id}`,
};

const choiceOf = (one: Found): Choice => ({
  group: groupNames[one.type],
  key: one.type + one.id + (one.classId ?? ""),
  text: one.text,
  about: one.about,
  to: addressOf[one.type](one),
});

const actions: readonly (readonly [string, string])[] = [
  [t("Write a new item"), "/bank/new"],
  [t("Import items"), "/bank/paste"],
  [t("Writing day: who is on what, goals, what is twice"), "/writing"],
  [t("To check: what waits for a colleague"), "/review"],
  [t("Texts, maps and charts"), "/stimuli"],
  [t("Media shelf: pictures and recordings"), "/media"],
  [t("Many from few: patterns and lists"), "/many"],
  [t("Paste questions"), "/start"],
  [t("Open the bank"), "/bank"],
  [t("Topics and standards"), "/topics"],
  ["Quizzes", "/quizzes"],
  ["Results", "/results"],
  [t("Team, import and export"), "/team"],
  [t("Help: words, keys, how figures are worked out"), "/help"],
];

export function Finder({ isOpen, close }: { isOpen: boolean; close: () => void }) {
  return (
    <Dialog
      open={isOpen}
      onClose={close}
      fullWidth
      maxWidth="sm"
      aria-labelledby="finder-title"
      slotProps={{ container: { sx: { alignItems: "flex-start" } } }}
    >
      <Box component="h2" id="finder-title" sx={onlyHeard}>
        {t("Find anything")}
      </Box>
      <FinderField close={close} />
    </Dialog>
  );
}

function FinderField({ close }: { close: () => void }) {
  const [text, setText] = useState("");
  const navigate = useNavigate();
  const words = useDeferredValue(text.trim());
  const { currentData, isFetching } = useFindAnythingQuery({ query: { text: words } }, { skip: words === "" });
  const choices = [...actionsFor(words, useListClassesQuery().data?.classes ?? []), ...foundFor(words, currentData)];
  return (
    <Box sx={{ p: 2 }}>
      <Autocomplete
        open
        autoHighlight
        forcePopupIcon={false}
        clearIcon={null}
        value={null as Choice | null}
        options={choices}
        groupBy={(choice) => choice.group}
        getOptionKey={(choice) => choice.key}
        getOptionLabel={(choice) => choice.text}
        filterOptions={(all) => all}
        loading={isFetching}
        loadingText="Looking…"
        noOptionsText={t("Nothing here is called “{{words}}”.", { words })}
        inputValue={text}
        onInputChange={(_event, value, reason) => {
          if (reason === "input") setText(value);
        }}
        onChange={(_event, choice) => {
          if (choice === null) return;
          close();
          void navigate(choice.to);
        }}
        slotProps={{
          popper: {
            disablePortal: true,
            placement: "bottom-start",
            modifiers: [{ name: "flip", enabled: false }],
            sx: { position: "static !important", transform: "none !important" },
          },
          paper: { elevation: 0 },
          listbox: { sx: { maxHeight: "56vh" }, "aria-label": t("What was found") },
        }}
        renderGroup={({ key, group, children }) => (
          <li key={key} role="group" aria-label={group}>
            <Box aria-hidden sx={{ px: 2, pt: 1, fontSize: 12.5, fontWeight: 700, color: "text.secondary" }}>
              {group}
            </Box>
            <Box component="ul" role="none" sx={{ p: 0 }}>
              {children}
            </Box>
          </li>
        )}
        renderOption={(props, choice) => (
          <Box component="li" {...props} key={choice.key} sx={{ display: "flex", gap: 1.5, fontSize: 15 }}>
            <Box
              component="span"
              sx={{ flex: 1, minWidth: 0, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
            >
              {choice.text}
            </Box>
            <Box component="span" sx={{ color: "text.secondary", fontSize: 12.5, whiteSpace: "nowrap" }}>
              {choice.about}
            </Box>
          </Box>
        )}
        renderInput={(params) => (
          <TextField {...params} autoFocus label={t("Items, topics, quizzes, students, actions")} />
        )}
      />
    </Box>
  );
}

const foundFor = (words: string, data: { readonly found: readonly Found[] } | undefined): Choice[] =>
  words === "" ? [] : (data?.found ?? []).map(choiceOf);

function actionsFor(words: string, classes: readonly { id: string; name: string }[]): Choice[] {
  const all = [
    ...actions,
    ...classes.flatMap(({ id, name }): (readonly [string, string])[] => [
      [t("Plan of {{name}}", { name }), `/plans/${id}`],
      [t("Students and calendar of {{name}}", { name }), `/classes/${id}`],
      [t("Entry cards of {{name}}", { name }), `/classes/${id}/cards`],
    ]),
  ];
  const wanted = words.toLowerCase();
  return all
    .filter(([text]) => wanted === "" || text.toLowerCase().includes(wanted))
    .slice(0, wanted === "" ? 7 : 4)
    .map(([text, to]) => ({ group: t("Go to"), key: to, text, about: "", to }));
}
