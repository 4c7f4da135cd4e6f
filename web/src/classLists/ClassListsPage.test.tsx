import {
  connectSchoolSystem,
  dropClassLists,
  sendMarks,
  showClassLists,
  type ClassListsView,
  type Errand,
} from "@verdant/contract/classLists";
import { screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ClassListsPage } from "./ClassListsPage.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-00000000000${n}`;
const errand = (n: number, more: Partial<Errand>): Errand => ({
  ...{ id: id(n), kind: "fetch", state: "ready", name: "https://school.example", share: 1, askedBy: "Mara Okafor" },
  ...{ askedAt: "2026-11-30T09:00:00Z", finishedAt: "2026-11-30T09:00:02Z", problem: null, taken: null, sent: null },
  ...more,
});
const view: ClassListsView = {
  services: ["https://school.example"],
  connection: {
    ...{ service: "https://school.example", clientId: "geography", setBy: "Mara Okafor" },
    setAt: "2026-11-30T08:00:00Z",
  },
  errands: [],
  classes: [
    { classId: id(1), name: "8B", isListed: true, sentAt: "2026-11-30T09:05:00Z" },
    { classId: id(2), name: "9C", isListed: false, sentAt: null },
  ],
};
const open = (shown: Partial<ClassListsView> = {}, ...stubs: Stub[]) =>
  renderPage(<ClassListsPage />, { stubs: [answers(showClassLists, { ...view, ...shown }), ...stubs] });

test("without a system that is allowed the page says so, and a file is all there is", async () => {
  open({ services: [], connection: null });
  await screen.findByText(/speaks with no school’s system/);
  expect(screen.queryByRole("button", { name: "Read from the school’s system" })).toBeNull();
  expect(screen.queryByRole("heading", { name: "Send marks to the school’s system" })).toBeNull();
  expect(screen.getByText(/or drop it here/)).toBeTruthy();
});

test("a secret is typed, sent, and not shown again; what is wrong with it is said beside it", async () => {
  const { user, asked } = open(
    { connection: null },
    refuses(connectSchoolSystem, { code: "systemNotAllowed", terms: { service: "https://school.example" } }),
  );
  await user.type(await screen.findByLabelText("Name (client id)"), "geography");
  const connect = screen.getByRole("button", { name: "Connect" });
  expect((connect as HTMLButtonElement).disabled).toBe(true);
  const secret = screen.getByLabelText("Secret (client secret)");
  expect(secret.getAttribute("type")).toBe("password");
  await user.type(secret, "s3cret");
  await user.click(connect);
  await screen.findByText(/may not speak with https:\/\/school\.example/);
  expect(asked.find(({ method }) => method === "put")?.body).toEqual({
    ...{ service: "https://school.example", clientId: "geography", clientSecret: "s3cret" },
  });
});

test("only a class that the lists know can have its marks sent", async () => {
  const { user, asked } = open({}, answers(sendMarks, errand(5, { kind: "send", state: "waiting", name: "8B" })));
  await screen.findByText(/^sent Mon 30 Nov/);
  const other = screen.getByRole("button", { name: "Send marks of 9C" });
  expect((other as HTMLButtonElement).disabled).toBe(true);
  await user.click(screen.getByRole("button", { name: "Send marks of 8B" }));
  await waitFor(() => {
    expect(asked.some(({ path }) => path.endsWith(`/marks/${id(1)}`))).toBe(true);
  });
});

test("what failed says why, what was refused says what, and what is read waits to be compared or removed", async () => {
  const refused = [{ what: "Rivers, Ada Quill", status: 422 }];
  const { user, asked } = open(
    {
      errands: [
        errand(5, {}),
        errand(6, {
          ...{ state: "failed" },
          problem: { code: "systemFails", terms: { service: "https://school.example", status: 503 } },
        }),
        errand(7, {
          ...{ kind: "send", state: "done", name: "8B" },
          sent: { sent: 20, unchanged: 0, refused, refusedCount: 3, unknown: [] },
        }),
      ],
    },
    answers(dropClassLists, { ok: true }),
  );
  const list = within(await screen.findByRole("list", { name: "Read and sent" }));
  expect(list.getByRole("link", { name: "Compare and import" }).getAttribute("href")).toBe(`/class-lists/${id(5)}`);
  list.getByText(/does not work at the moment \(503\)/);
  list.getByText("Rivers, Ada Quill (422)");
  list.getByText(/and 2 more/);
  await user.click(list.getByRole("button", { name: "Remove" }));
  await waitFor(() => {
    expect(asked.some(({ method, path }) => method === "delete" && path.endsWith(id(5)))).toBe(true);
  });
});
