/** What a browser has and jsdom has not; and every test begins with an empty page. */
import { cleanup, configure } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";
import { alsoSay } from "../problem.ts";
import { staffWords } from "../staffProblemWords.ts";

alsoSay(staffWords);
// Beside a busy process a page takes its time; what never comes still fails.
configure({ asyncUtilTimeout: 20_000 });

class Observer {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
  takeRecords = () => [];
}

/** A page asks "/api/…" of where it came from. */
class OwnRequest extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
  }
}

beforeEach(() => {
  vi.stubGlobal("Request", OwnRequest);
  vi.stubGlobal("ResizeObserver", Observer);
  vi.stubGlobal("IntersectionObserver", Observer);
  vi.stubGlobal("matchMedia", (query: string) => ({
    // A wide screen with a mouse.
    matches: query.includes("min-width"),
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
    dispatchEvent: () => false,
  }));
  Element.prototype.scrollIntoView = () => undefined;
  window.scrollTo = () => undefined;
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  sessionStorage.clear();
});
