import { creditOf, kindOf, type Answer, type Content, type KindName } from "@verdant/core/items/kinds";
import {
  every,
  gaps,
  groups,
  letter,
  number,
  one,
  places,
  sequence,
  set,
  several,
  typed,
} from "@verdant/core/testing/contents";
import { screen } from "@testing-library/react";
import type { UserEvent } from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, test, vi } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { Player } from "./Player.tsx";

const viewOf = (content: Content) => kindOf(content).toStudentView(content, kindOf(content).arrange(content, null));

function Sitting({ content, given }: { content: Content; given: (answer: Answer) => void }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  return (
    <Player
      view={viewOf(content)}
      name="q1"
      answer={answer}
      onAnswer={(next) => {
        setAnswer(next);
        given(next);
      }}
    />
  );
}

async function begin(content: Content) {
  const given = vi.fn<(answer: Answer) => void>();
  const page = renderPage(<Sitting content={content} given={given} />);
  await screen.findByText("What?");
  const last = () => given.mock.calls.at(-1)?.[0] ?? null;
  const creditNow = () => {
    const answer = last();
    return answer ? creditOf(content, answer) : 0;
  };
  return { ...page, last, creditNow };
}

const choose = async (user: UserEvent, name: string) => {
  await user.click(screen.getByRole("radio", { name }));
};

/** How somebody gives the right answer, by what stands on the page. */
const rightly: { readonly [N in KindName]?: (user: UserEvent) => Promise<void> } = {
  oneRightAnswer: (user) => choose(user, "a"),
  optionSet: (user) => choose(user, "Falls"),
  keyOnly: (user) => choose(user, "C"),
  severalRightAnswers: async (user) => {
    for (const name of ["a", "b"]) await user.click(screen.getByRole("checkbox", { name }));
  },
  shortText: async (user) => {
    await user.type(screen.getByRole("textbox"), "Tombolo");
    await user.tab();
  },
  numeric: async (user) => {
    await user.type(screen.getByRole("textbox"), "12,5");
    await user.tab();
  },
  match: async (user) => {
    for (const [left, right] of [
      ["Coal", "fossil"],
      ["Wind", "renewable"],
      ["Gas", "fossil"],
    ] as const)
      await user.selectOptions(screen.getByRole("combobox", { name: left }), right);
  },
  fillGaps: async (user) => {
    await user.type(screen.getByRole("textbox", { name: "Gap 1" }), "bar");
    await user.selectOptions(screen.getByRole("combobox", { name: "Gap 2" }), "falls");
  },
  pointOnImage: async (user) => {
    await user.click(screen.getByText("Answer from a list of places"));
    await choose(user, "B");
  },
};

describe("a question of every kind", () => {
  test.each(every.map((content) => [content.kind, content] as const))(
    "%s shows nothing that a student may not see, in words, attributes or values",
    async (_, content) => {
      const { container } = await begin(content);
      expect(container.innerHTML).not.toContain("SECRET");
    },
  );

  test.each(
    [one, several("partial"), set, typed(["tombolo"]), number(12.5), groups("partial"), gaps, places(true), letter].map(
      (content) => [content.kind, content] as const,
    ),
  )("%s: whoever answers rightly is given all the credit", async (kind, content) => {
    const { user, last, creditNow } = await begin(content);
    await rightly[kind]?.(user);
    expect(last()).not.toBeNull();
    expect(creditNow()).toBe(1);
  });

  test("an order is put right by the keyboard, and the focus stays with what was moved", async () => {
    const { user, last, creditNow } = await begin(sequence);
    const shown = () =>
      screen.getAllByRole("listitem").map((item) => /spring|meander|delta/.exec(item.textContent)?.[0]);
    const before = shown();
    screen.getByRole("button", { name: `Move down: ${before[0] ?? ""}` }).focus();
    await user.keyboard("{Enter}");
    expect(shown()).toEqual([before[1], before[0], before[2]]);
    expect(document.activeElement?.getAttribute("aria-label")).toContain(before[0]);
    expect(screen.getByRole("status").textContent).toBe("now at place 2 of 3");
    for (let i = 0; i < 6 && creditNow() < 1; i++) {
      const wrong = shown().findIndex((step, at) => step !== ["spring", "meander", "delta"][at]);
      const [step = ""] = ["spring", "meander", "delta"].slice(wrong, wrong + 1);
      await user.click(screen.getByRole("button", { name: `Move up: ${step}` }));
    }
    expect(shown()).toEqual(["spring", "meander", "delta"]);
    expect(last()).toEqual({ kind: "order", order: ["spring", "meander", "delta"] });
  });

  test("a second tap takes one of several answers back", async () => {
    const { user, last } = await begin(several("partial"));
    await user.click(screen.getByRole("checkbox", { name: "c" }));
    await user.click(screen.getByRole("checkbox", { name: "c" }));
    expect(last()).toEqual({ kind: "severalRightAnswers", optionIds: [] });
  });

  test("what is no number is said while it can still be put right, and is kept", async () => {
    const { user, last } = await begin(number(12.5));
    const field = screen.getByRole("textbox");
    await user.type(field, "twelve");
    expect(screen.getByText("Write a number in figures, for example 12.5")).toBeTruthy();
    await user.tab();
    expect(last()).toEqual({ kind: "numeric", text: "twelve" });
    await user.clear(field);
    await user.type(field, "12.5 km");
    expect(screen.queryByText(/Write a number/)).toBeNull();
  });
});

describe("afterwards", () => {
  const shown = (content: Content, answer: Answer | null, credit: number | null) =>
    renderPage(<Player view={viewOf(content)} name="q1" answer={answer} verdict={{ credit, content }} />);

  test.each(every.filter(({ kind }) => kind !== "opinion").map((content) => [content.kind, content] as const))(
    "%s cannot be changed any more, and a blank says that it is one",
    async (_, content) => {
      const { container } = shown(content, null, 0);
      await screen.findByText("What?");
      for (const field of container.querySelectorAll("input, select, textarea, button"))
        expect((field as HTMLInputElement).disabled).toBe(true);
    },
  );

  test("a typed answer that was wrong stands beside the right one", async () => {
    shown(typed(["tombolo"]), { kind: "shortText", text: "estuary" }, 0);
    expect(await screen.findByText("estuary")).toBeTruthy();
    expect(screen.getByText("✗ not right")).toBeTruthy();
    expect(screen.getByText("right: tombolo")).toBeTruthy();
  });

  test("without the key only the credit shows", async () => {
    const content = typed(["tombolo"]);
    renderPage(
      <Player
        view={viewOf(content)}
        name="q1"
        answer={{ kind: "shortText", text: "estuary" }}
        verdict={{ credit: 0, content: null }}
      />,
    );
    await screen.findByText("✗ not right");
    expect(screen.queryByText(/right: /)).toBeNull();
  });

  test("of a match each pair says whether it is right", async () => {
    const content = groups("partial");
    shown(content, { kind: "match", chosen: [{ pairId: "coal", rightId: "fossil" }] }, 1 / 3);
    const [coal, wind] = (await screen.findByRole("group")).children;
    expect([coal, wind].map((row) => /✓|✗/.exec(row?.textContent ?? "")?.[0])).toEqual(["✓", "✗"]);
  });
});
