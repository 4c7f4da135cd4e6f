/** A standard: its code, its statement, and its wording for students, each changed by typing. */
import Box from "@mui/material/Box";
import InputBase from "@mui/material/InputBase";
import Link from "@mui/material/Link";
import type { Standard } from "@verdant/contract/standards";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { StandardDetails } from "./StandardDetails.tsx";
import { useChangeStandardMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export function StandardRow(props: { standard: Standard; standards: readonly Standard[]; mayEdit: boolean }) {
  const { standard, standards, mayEdit } = props;
  const [isOpen, setOpen] = useState(false);
  const [change] = useChangeStandardMutation();
  const say = useToast();
  const send = async (body: Parameters<typeof change>[0]["body"]) => {
    const { error } = await change({ params: { standardId: standard.id }, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const isTop = standard.parentId === null;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "84px 1fr",
        gap: 1,
        py: 0.5,
        pl: isTop ? 0 : 1.5,
        borderTop: isTop ? 1 : 0,
        borderColor: "divider",
        fontWeight: isTop ? 700 : 400,
      }}
    >
      <Link
        component="button"
        type="button"
        aria-expanded={isOpen}
        color="inherit"
        underline="hover"
        title={t("Secure line, and standards of other frameworks")}
        sx={{ fontSize: 14, pt: 0.4, fontVariantNumeric: "tabular-nums", textAlign: "left", alignSelf: "start" }}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        {standard.code}
      </Link>
      <Box>
        <Words
          label={t("Statement of {{code}}", { code: standard.code })}
          text={standard.statement}
          isReadOnly={!mayEdit}
          keep={(statement) => void send({ statement })}
        />
        {(!isTop || standard.studentWording) && (
          <Words
            label={t("Wording of {{code}} for students", { code: standard.code })}
            text={standard.studentWording ?? ""}
            placeholder={t("for students: you can show that…")}
            isQuiet
            mayBeEmpty
            isReadOnly={!mayEdit}
            keep={(studentWording) => void send({ studentWording })}
          />
        )}
        {isOpen && <StandardDetails standard={standard} standards={standards} mayEdit={mayEdit} />}
      </Box>
    </Box>
  );
}

function Words(props: {
  label: string;
  text: string;
  placeholder?: string;
  isQuiet?: boolean;
  mayBeEmpty?: boolean;
  isReadOnly: boolean;
  keep: (text: string) => void;
}) {
  const { label, placeholder, isQuiet = false, mayBeEmpty = false, isReadOnly, keep } = props;
  const [text, setText] = useState(props.text);
  return (
    <InputBase
      fullWidth
      multiline
      readOnly={isReadOnly}
      value={text}
      placeholder={isReadOnly ? "" : (placeholder ?? "")}
      onChange={(event) => {
        setText(event.target.value);
      }}
      onBlur={() => {
        if (text.trim() === "" && !mayBeEmpty) setText(props.text);
        else if (text.trim() !== props.text) keep(text.trim());
      }}
      inputProps={{ "aria-label": label, maxLength: 2000 }}
      sx={{
        p: 0,
        fontSize: isQuiet ? 13.5 : 15,
        fontWeight: "inherit",
        color: isQuiet ? "text.secondary" : "text.primary",
        lineHeight: 1.35,
      }}
    />
  );
}
