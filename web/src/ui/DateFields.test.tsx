import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { DayField, MomentField } from "./DateFields.tsx";

const given: string[] = [];
function Page({ start, withTime = false }: { start: string; withTime?: boolean }) {
  const [value, setValue] = useState(start);
  const Field = withTime ? MomentField : DayField;
  return (
    <>
      <Field
        label="When"
        value={value}
        onChange={(next) => {
          given.push(next);
          setValue(next);
        }}
      />
      <output>{value === "" ? "none" : value}</output>
      <button
        onClick={() => {
          setValue("2031-03-09");
        }}
      >
        From elsewhere
      </button>
    </>
  );
}
const field = () => screen.getByRole("group", { name: "When" });
const sections = () =>
  within(field())
    .getAllByRole("spinbutton")
    .map((one) => one.textContent);
const kept = () => screen.getByRole("status").textContent;

test("day before month, and 24 hours, whatever the browser speaks", () => {
  renderPage(<Page start="2031-02-05T18:30" withTime />);
  expect(sections()).toEqual(["05", "02", "2031", "18", "30"]);
});

test("a day is typed; while it is none yet the page has nothing, and what is typed stays", async () => {
  const { user } = renderPage(<Page start="" />);
  await user.click(within(field()).getByRole("spinbutton", { name: "Day" }));
  await user.keyboard("24");
  expect([kept(), sections()[0]]).toEqual(["none", "24"]);
  await user.keyboard("122030");
  expect([kept(), sections()]).toEqual(["2030-12-24", ["24", "12", "2030"]]);
  await user.click(within(field()).getByRole("spinbutton", { name: "Month" }));
  await user.keyboard("{Backspace}");
  expect([kept(), sections()[0], sections()[2]]).toEqual(["none", "24", "2030"]);
});

test("what comes from elsewhere stands in it", async () => {
  const { user } = renderPage(<Page start="2031-02-05" />);
  await user.click(screen.getByRole("button", { name: "From elsewhere" }));
  expect(sections()).toEqual(["09", "03", "2031"]);
});

test("it can be emptied", async () => {
  const { user } = renderPage(<Page start="2031-02-05T18:30" withTime />);
  await user.click(within(field()).getByRole("button", { name: /clear/i }));
  expect(kept()).toBe("none");
});
