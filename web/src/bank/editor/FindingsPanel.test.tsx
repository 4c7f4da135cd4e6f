import { addWords } from "@verdant/contract/customs";
import { check } from "@verdant/core/checker/check";
import type { KeptFinding } from "@verdant/core/checker/finding";
import type { Content } from "@verdant/core/items/kinds";
import { plainText, richTextOf } from "@verdant/core/richText";
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, test, vi } from "vitest";
import { answers, renderPage } from "../../platform/testing/pages.tsx";
import { FindingsPanel } from "./FindingsPanel.tsx";

const option = (text: string, isKey = false) => ({
  id: text,
  text: richTextOf(text),
  isKey,
  rationale: richTextOf("So."),
});
const draft: Content = {
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem: richTextOf("Which of these is not a landform?"),
  options: [option("All of the above"), option("A spit"), option("A storm", true)],
  explanation: richTextOf("A storm is weather."),
};

function Panel({ mended }: { mended: (content: Content) => void }) {
  const [content, setContent] = useState(draft);
  const [kept, setKept] = useState<readonly KeptFinding[]>([]);
  const misspelt = [{ word: "landform", suggestion: null }];
  return (
    <FindingsPanel
      missing={[]}
      findings={check(content, { misspelt })}
      kept={kept}
      mend={(next) => {
        setContent(next);
        mended(next);
      }}
      keep={setKept}
    />
  );
}

const open = (stubs = [answers(addWords, { ok: true })]) => {
  const mended = vi.fn<(content: Content) => void>();
  return { ...renderPage(<Panel mended={mended} />, { stubs }), mended };
};

describe("what the checker says of a draft", () => {
  test("is counted, and each is a group of its own with why it matters", () => {
    open();
    const panel = screen.getByRole("region", { name: "Worth a look" });
    expect(panel.textContent).toContain("3 things are worth a look");
    const mixes = within(panel).getByRole("group", { name: /“All of the above” would mix/ });
    expect(mixes.textContent).toContain("It makes sense in the last place only.");
  });

  test("one click mends it, keeps the key, and the finding goes", async () => {
    const { user, mended } = open();
    await user.click(screen.getByRole("button", { name: "Put it last and hold it there" }));
    const content = mended.mock.calls[0]?.[0];
    if (content?.kind !== "oneRightAnswer") throw new Error("a choice was expected");
    expect(content.options.map((one) => [plainText(one.text), one.isKey, one.staysPut === true])).toEqual([
      ["A spit", false, false],
      ["A storm", true, false],
      ["All of the above", false, true],
    ]);
    expect(screen.queryByRole("group", { name: /would mix/ })).toBeNull();
    expect(screen.getByRole("region", { name: "Worth a look" }).textContent).toContain("2 things are worth a look");
  });

  test("it is dismissed with a reason only, and can be looked at again", async () => {
    const { user } = open();
    const group = screen.getByRole("group", { name: /“not” turns the question round/ });
    await user.click(within(group).getByRole("button", { name: "Dismiss because…" }));
    const dismiss = within(group).getByRole("button", { name: "Dismiss" });
    expect((dismiss as HTMLButtonElement).disabled).toBe(true);
    await user.type(within(group).getByLabelText("Dismiss because"), "the class knows it");
    await user.click(dismiss);
    expect(screen.getByText(/Dismissed because the class knows it\./)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Look again: “not”/ }));
    expect(screen.getByRole("group", { name: /“not” turns the question round/ })).toBeTruthy();
  });

  test("a word of the trade goes into the department's dictionary", async () => {
    const { user, asked } = open();
    await user.click(screen.getByRole("button", { name: "Add to our dictionary" }));
    await expect.poll(() => asked.find((one) => one.method === "post")?.body).toEqual({ words: ["landform"] });
  });

  test("nothing missing is said, and what is missing is listed", () => {
    const none = () => undefined;
    const { unmount } = renderPage(<FindingsPanel missing={[]} findings={[]} kept={[]} mend={none} keep={none} />);
    expect(screen.getByText("✓ Nothing is missing; it can be used.")).toBeTruthy();
    expect(screen.queryByRole("region", { name: "Worth a look" })).toBeNull();
    unmount();
    renderPage(<FindingsPanel missing={["Choose a topic."]} findings={[]} kept={[]} mend={none} keep={none} />);
    expect(screen.getByRole("listitem").textContent).toBe("Choose a topic.");
  });
});
