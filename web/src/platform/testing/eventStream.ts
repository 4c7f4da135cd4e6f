/** The browser's stream of server-sent events, driven by hand. */
import { act } from "@testing-library/react";

export class Stream extends EventTarget {
  static readonly CLOSED = 2;
  static all: Stream[] = [];
  readyState = 1;
  readonly url: string;
  constructor(url: string) {
    super();
    this.url = url;
    Stream.all.push(this);
  }
  close() {
    this.readyState = 2;
  }
  say(event: string, data?: unknown) {
    act(() => {
      this.dispatchEvent(new MessageEvent(event, { data: JSON.stringify(data) }));
    });
  }
}

/** The one that was opened last. */
export const newestStream = (): Stream => {
  const newest = Stream.all.at(-1);
  if (!newest) throw new Error("Nothing was opened.");
  return newest;
};
