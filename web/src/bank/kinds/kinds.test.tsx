import { faultsOf, kinds, type Content, type KindName } from "@verdant/core/items/kinds";
import { every } from "@verdant/core/testing/contents";
import { screen } from "@testing-library/react";
import { useState, type ComponentType } from "react";
import { describe, expect, test } from "vitest";
import { renderPage } from "../../platform/testing/pages.tsx";
import type { EditorProps } from "./editorProps.ts";
import { contentEditors } from "./kinds.ts";

function Writing({ content: start, at }: { content: Content; at: (content: Content) => void }) {
  const [content, setContent] = useState(start);
  // Safe: the editor is the one of the content's kind.
  const Editor = contentEditors[content.kind] as unknown as ComponentType<EditorProps<KindName>>;
  return (
    <Editor
      content={content}
      onChange={(next: Content) => {
        setContent(next);
        at(next);
      }}
    />
  );
}

function write<N extends KindName>(content: Extract<Content, { kind: N }>) {
  let now: Content = content;
  const page = renderPage(
    <Writing
      content={content}
      at={(next) => {
        now = next;
      }}
    />,
  );
  return { ...page, now: () => now as Extract<Content, { kind: N }> };
}

const of = <N extends KindName>(kind: N) => every.find((one) => one.kind === kind) as Extract<Content, { kind: N }>;

describe("the editor of every kind", () => {
  test.each(Object.keys(kinds) as KindName[])("%s opens on an empty item and on a whole one", (kind) => {
    let n = 0;
    const blank = kinds[kind].blank(() => `new${n++}`);
    const { unmount, container } = write(blank);
    expect(container.textContent).not.toMatch(/\{\{|undefined|\[object/);
    unmount();
    const whole = write(of(kind));
    expect(whole.container.textContent).not.toMatch(/\{\{|undefined|\[object/);
  });

  test.each(Object.keys(kinds) as KindName[])("%s names every field", (kind) => {
    const { container } = write(of(kind));
    for (const field of container.querySelectorAll(
      "input:not([type=hidden], [aria-hidden=true]), textarea:not([aria-hidden])",
    )) {
      const labelled =
        field.getAttribute("aria-label") ??
        field.getAttribute("aria-labelledby") ??
        container.querySelector(`label[for="${field.id}"]`);
      expect([kind, field.outerHTML.slice(0, 120), labelled !== null || field.closest("label") !== null]).toEqual([
        kind,
        field.outerHTML.slice(0, 120),
        true,
      ]);
    }
  });
});

test("one right answer: another option becomes the key, and there is only one", async () => {
  const { user, now } = write(of("oneRightAnswer"));
  await user.click(screen.getByRole("radio", { name: "Option 2 is the right answer" }));
  expect(now().options.map((option) => option.isKey)).toEqual([false, true]);
  await user.click(screen.getByRole("button", { name: "Add an option" }));
  expect(now().options).toHaveLength(3);
  expect(faultsOf(now()).map((fault) => fault.code)).toEqual(["optionEmpty"]);
  await user.click(screen.getByRole("button", { name: "Remove option 3" }));
  expect(faultsOf(now())).toEqual([]);
});

test("several right answers: each is ticked by itself", async () => {
  const { user, now } = write(of("severalRightAnswers"));
  await user.click(screen.getByRole("checkbox", { name: "Option 3 is right" }));
  expect(now().options.map((option) => option.isKey)).toEqual([true, true, true, false]);
});

test("a number: what is none is said, and is no key until it is one", async () => {
  const { user, now } = write(of("numeric"));
  const field = screen.getByRole("textbox", { name: /Right number/ });
  await user.clear(field);
  await user.type(field, "twelve");
  await user.tab();
  expect(screen.getByText("Write a number.")).toBeTruthy();
  expect(now().value === null || now().value === 12.5).toBe(true);
  await user.clear(field);
  await user.type(field, "7,25");
  await user.tab();
  expect(now().value).toBe(7.25);
});

test("a short text: answers are added and taken out, the last one asks for another", async () => {
  const { user, now } = write(of("shortText"));
  await user.click(screen.getByRole("button", { name: "Accept another answer" }));
  await user.type(screen.getByRole("textbox", { name: "Accepted answer 2" }), "tied island");
  expect(now().accepted.map((one) => one.text)).toEqual(["tombolo", "tied island"]);
  await user.click(screen.getByRole("button", { name: "Remove accepted answer 1" }));
  expect(now().accepted.map((one) => one.text)).toEqual(["tied island"]);
});

test("a key for paper: fewer letters than the key takes the key away", async () => {
  const { user, now } = write(of("keyOnly"));
  await user.click(screen.getByRole("radio", { name: "A" }));
  expect(now().key).toBe(0);
});

test("a written answer: a criterion is added with two levels, and is asked for its name", async () => {
  const { user, now } = write(of("written"));
  await user.click(screen.getByRole("button", { name: "Add a criterion" }));
  expect(now().criteria).toHaveLength(3);
  expect(faultsOf(now()).map((fault) => [fault.code, fault.terms?.n])).toEqual([["criterionNameless", 3]]);
  await user.type(screen.getByRole("textbox", { name: "Criterion 3" }), "Sources");
  expect(faultsOf(now())).toEqual([]);
});

test("an order: what is moved up stands one higher, with its id", async () => {
  const { user, now } = write(of("order"));
  const before = now().steps.map((step) => step.id);
  await user.click(screen.getByRole("button", { name: "Move place 2 up" }));
  expect(now().steps.map((step) => step.id)).toEqual([before[1], before[0], before[2]]);
});

test("a text with gaps: what stands in brackets is a gap, typed or to choose", async () => {
  const { user, now } = write(of("fillGaps"));
  const field = screen.getByRole("textbox", { name: "Text with gaps" });
  await user.clear(field);
  await user.type(field, "Swash runs [[up | down] a [[beach].");
  await user.tab();
  const found = now().passage.flatMap((part) => (part.type === "gap" ? [part] : []));
  expect(found.map((gap) => [gap.accepted, gap.choices.length])).toEqual([
    [["up"], 2],
    [["beach"], 0],
  ]);
});
