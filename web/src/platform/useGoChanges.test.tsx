import { act, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { api } from "./contractApi.ts";
import { newestStream, Stream } from "./testing/eventStream.ts";
import { renderPage } from "./testing/pages.tsx";
import { useGoChanges } from "./useGoChanges.ts";

const hide = (isHidden: boolean) => {
  vi.spyOn(document, "hidden", "get").mockReturnValue(isHidden);
  act(() => {
    document.dispatchEvent(new Event("visibilitychange"));
  });
};
beforeEach(() => {
  Stream.all = [];
  vi.stubGlobal("EventSource", Stream);
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const { useShownQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    shown: build.query<unknown, undefined>({ query: () => ({ url: "/counted" }), providesTags: ["Release"] }),
  }),
});

function Counts() {
  const [ids, setIds] = useState<readonly string[]>(["b", "a"]);
  useShownQuery(undefined);
  const isHeard = useGoChanges(ids);
  return (
    <button
      onClick={() => {
        setIds([]);
      }}
    >
      {isHeard ? "heard" : "asks now and then"}
    </button>
  );
}

test("what counts goes is asked for anew at each change, and when the stream was away", async () => {
  const { asked, user } = renderPage(<Counts />);
  const times = () => asked.length;
  expect(newestStream().url).toBe("/api/go-changes?release=a&release=b");
  await expect.poll(times).toBe(1);
  newestStream().say("open");
  expect(screen.getByRole("button").textContent).toBe("heard");
  newestStream().say("changed");
  await expect.poll(times).toBe(2);
  newestStream().say("error");
  expect(screen.getByRole("button").textContent).toBe("asks now and then");
  newestStream().say("open");
  await expect.poll(times).toBe(3);
  // Nobody sees the page: it gives its connection back, and asks when it is seen again.
  const first = newestStream();
  hide(true);
  expect(first.readyState).toBe(2);
  hide(false);
  newestStream().say("open");
  await expect.poll(times).toBe(4);
  // Nothing runs any more: nothing is listened to.
  const last = newestStream();
  await user.click(screen.getByRole("button"));
  expect(last.readyState).toBe(2);
  expect(newestStream()).toBe(last);
});
