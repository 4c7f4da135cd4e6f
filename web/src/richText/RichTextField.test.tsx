import { richTextOf, type RichText } from "@verdant/core/richText";
import { screen } from "@testing-library/react";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { RichTextField } from "./RichTextField.tsx";

interface Written {
  readonly stem: RichText;
  readonly key: RichText;
}

test("two fields of one form written faster than it is drawn: neither loses what it holds", async () => {
  let written: Written = { stem: richTextOf(""), key: richTextOf("") };
  function Form() {
    const [form, setForm] = useState(written);
    written = form;
    return (
      <>
        <RichTextField
          label="Question"
          value={form.stem}
          onChange={(stem) => {
            setForm({ ...form, stem });
          }}
        />
        <RichTextField
          label="Key"
          value={form.key}
          onChange={(key) => {
            setForm({ ...form, key });
          }}
        />
      </>
    );
  }
  renderPage(<Form />);
  const editorOf = async (name: string) =>
    (await screen.findByRole<HTMLElement & { editor: Editor }>("textbox", { name })).editor;
  const [stem, key] = [await editorOf("Question"), await editorOf("Key")];
  stem.commands.insertContent("What joins an island to the mainland?");
  key.commands.insertContent("a tombolo");
  expect(written).toEqual({ stem: richTextOf("What joins an island to the mainland?"), key: richTextOf("a tombolo") });
});
