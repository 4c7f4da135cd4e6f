import { screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { AskForHelp } from "./AskForHelp.tsx";

const asked: boolean[] = [];

/** A sitting whose server says in turn that it is watched, that it is not, and nothing. */
function Sitting() {
  const answers = ["watched", "unwatched", "unreached"] as const;
  const [times, setTimes] = useState(0);
  const [isAsked, setAsked] = useState(false);
  const isWatched = answers[times - 1] === "watched";
  const askForHelp = (asks: boolean) => {
    asked.push(asks);
    if (!asks) setAsked(false);
    else {
      setTimes(times + 1);
      setAsked(answers[times] !== "unreached");
    }
    return Promise.resolve(!asks || answers[times] !== "unreached");
  };
  return <AskForHelp here={{ help: isAsked ? { since: "2031-02-05T09:30:00.000Z", isWatched } : null, askForHelp }} />;
}

test("says whether the teacher sees it now, later, or cannot; and takes it back", async () => {
  const { user } = renderPage(<Sitting />);
  const said = () => screen.getByRole("status").textContent;
  const press = (name: string) => user.click(screen.getByRole("button", { name }));
  await press("Ask for help");
  expect(said()).toBe("Your teacher sees that you need help. ");
  await press("I no longer need help");
  expect(said()).toBe("");
  await press("Ask for help");
  expect(said()).toBe("Your teacher sees that you need help as soon as they watch this quiz. ");
  await press("I no longer need help");
  await press("Ask for help");
  expect(said()).toContain("The network is away");
  expect(asked).toEqual([true, false, true, false, true]);
});
