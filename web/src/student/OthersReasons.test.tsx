import { listOthersReasons, tellReason } from "@verdant/contract/reasons";
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { OthersReasons } from "./OthersReasons.tsx";

const sittingId = "00000000-0000-7000-8000-000000000001";
const page = (...stubs: Stub[]) => renderPage(<OthersReasons sittingId={sittingId} position={2} />, { stubs });
const three = { reasons: ["a", "b", "c"].map((id) => ({ id, text: `because ${id}` })), told: null };

describe("how others explain it", () => {
  test("is asked for by a tap, and one of them is said to be worth telling", async () => {
    const { user, asked } = page(answers(listOthersReasons, three), answers(tellReason, { ok: true }));
    expect(asked).toEqual([]);
    await user.click(screen.getByRole("button", { name: "How others explain it" }));
    const choice = await screen.findByRole<HTMLInputElement>("radio", { name: "because b" });
    expect(screen.getByText("Nobody sees that it was you.")).toBeTruthy();
    await user.click(choice);
    expect(await screen.findByText("Saved. Nobody sees that it was you.")).toBeTruthy();
    expect(choice.checked).toBe(true);
    expect(asked.at(-1)).toMatchObject({ method: "put", body: { id: "b" } });
  });

  test("what was said before is still said, and a refusal changes nothing", async () => {
    const { user } = page(
      answers(listOthersReasons, { ...three, told: "a" }),
      refuses(tellReason, { code: "noSuch", terms: { what: "answer" } }, 404),
    );
    await user.click(screen.getByRole("button", { name: "How others explain it" }));
    const before = await screen.findByRole<HTMLInputElement>("radio", { name: "because a" });
    expect(before.checked).toBe(true);
    await user.click(screen.getByRole("radio", { name: "because c" }));
    await waitFor(() => {
      expect(before.checked).toBe(true);
    });
    expect(screen.queryByText(/^Saved/)).toBeNull();
  });

  test("where no teacher has found a good one, that is said", async () => {
    const { user } = page(answers(listOthersReasons, { reasons: [], told: null }));
    await user.click(screen.getByRole("button", { name: "How others explain it" }));
    expect((await screen.findByRole("status")).textContent).toBe("Nobody’s explanation can be read yet.");
  });
});
