import { signIn, signUp } from "@verdant/contract/team";
import { screen } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { SignInPage } from "./SignInPage.tsx";

const nobody = {
  now: "2026-11-30T09:00:00.000Z",
  member: null,
  guest: null,
  student: null,
  isDemo: false,
  maySignUp: true,
};

const open = (...stubs: Stub[]) => renderPage(<SignInPage isDemo={false} maySignUp />, { stubs });

async function fill(user: ReturnType<typeof open>["user"], given: Readonly<Record<string, string>>) {
  for (const [label, text] of Object.entries(given))
    await user.type(screen.getByLabelText(new RegExp(`^${label}`)), text);
}

describe("signing in", () => {
  test("what is wrong with both together is said above them, not at one", async () => {
    const { user } = open(refuses(signIn, { code: "signInWrong" }));
    await fill(user, { "E-mail": "mara@larkmoor.example", Password: "not this" });
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    expect((await screen.findByRole("alert")).textContent).toBe("This e-mail address and password do not go together.");
    expect(screen.getByLabelText(/^E-mail/).getAttribute("aria-invalid")).toBe("false");
  });

  test("who has a second step is asked for its code, and only then", async () => {
    const type = "/problems/codeNeeded";
    const { user, asked } = open(refuses(signIn, { code: "codeAsked", type }, 401));
    await fill(user, { "E-mail": "mara@larkmoor.example", Password: "right" });
    expect(screen.queryByLabelText(/^Code/)).toBeNull();
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    const code = await screen.findByLabelText(/^Code/);
    expect(document.activeElement).toBe(code);
    expect(screen.queryByRole("alert")).toBeNull();
    await user.type(code, " 123456 ");
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    await expect
      .poll(() => asked.filter((one) => one.path === "/api/session" && one.method === "post").at(-1)?.body)
      .toEqual({ email: "mara@larkmoor.example", password: "right", code: "123456" });
  });

  test("too many tries say how long to wait", async () => {
    const type = "/problems/tooMany";
    const { user } = open(refuses(signIn, { code: "tooManyWrongTries", terms: { minutes: 15 }, type }, 429));
    await fill(user, { "E-mail": "mara@larkmoor.example", Password: "guess" });
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    expect((await screen.findByRole("alert")).textContent).toContain("Wait 15 minutes");
  });
});

describe("creating a department", () => {
  const given = {
    "Department and school": "Geography, Westerhaven",
    "Your name": "Ada Quill",
    "E-mail": "ada@westerhaven.example",
    Password: "password123",
  };
  const begin = async (...stubs: Stub[]) => {
    const page = open(...stubs);
    await page.user.click(screen.getByRole("button", { name: "Create a department" }));
    await fill(page.user, given);
    await page.user.click(screen.getByRole("button", { name: "Create the department" }));
    return page;
  };

  test("each field says what is wrong with it, and nothing stands above them twice", async () => {
    await begin(
      refuses(signUp, {
        code: "notValid",
        errors: [
          { pointer: "/body/password", code: "passwordGuessable", terms: {} },
          { pointer: "/body/email", code: "emailWrong", terms: {} },
        ],
      }),
    );
    expect(await screen.findByText(/^This is easy to guess/)).toBeTruthy();
    expect(screen.getByText("Enter an e-mail address.")).toBeTruthy();
    for (const label of [/^Password/, /^E-mail/])
      expect(screen.getByLabelText(label).getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByLabelText(/^Your name/).getAttribute("aria-invalid")).toBe("false");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  test("what was typed stays when the network is away", async () => {
    const page = open();
    page.unmount();
    const { user } = renderPage(<SignInPage isDemo={false} maySignUp />);
    globalThis.fetch = () => Promise.reject(new TypeError("offline"));
    await user.click(screen.getByRole("button", { name: "Create a department" }));
    await fill(user, given);
    await user.click(screen.getByRole("button", { name: "Create the department" }));
    expect((await screen.findByRole("alert", {}, { timeout: 20_000 })).textContent).toContain(
      "The server was not reached",
    );
    expect(screen.getByLabelText<HTMLInputElement>(/^Department and school/).value).toBe(
      given["Department and school"],
    );
  });

  test("sends the time zone of the browser with it", async () => {
    const { asked } = await begin(answers(signUp, nobody));
    await expect
      .poll(() => asked.find((one) => one.path === "/api/departments")?.body)
      .toMatchObject({
        name: "Ada Quill",
        timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      });
  });
});
