/** Server-sent events (WHATWG HTML, 9.2) over an answer that stays open, as long as whoever asked may have it. */
import type { Request, Response } from "express";

/** How often it is looked at whether they still may; the line sent then keeps proxies from giving up. */
const lookMs = 15_000;

export interface EventStream {
  /** False: what was sent before has not left yet, and this was not sent. */
  readonly send: (event: string, data: string) => boolean;
  readonly end: () => void;
}

/**
 * Opens the stream.
 *
 * @param mayStill asked every quarter of a minute; the stream ends where it is false, or cannot be answered
 * @param begin called before anything is sent; returns what is done when the stream is over. What it throws is a refusal.
 */
export function openEventStream(
  req: Request,
  res: Response,
  { mayStill, begin }: { mayStill: () => Promise<boolean>; begin: (stream: EventStream) => () => void },
): void {
  let isFull = false;
  const end = begin({
    send: (event, data) => {
      if (isFull) return false;
      isFull = !res.write(`event: ${event}\ndata: ${data}\n\n`);
      return true;
    },
    end: () => {
      res.end();
    },
  });
  res.on("drain", () => {
    isFull = false;
  });
  res.writeHead(200, {
    "content-type": "text/event-stream; charset=utf-8",
    // Not compressed on the way, nor kept back by a proxy.
    "cache-control": "no-store, no-transform",
    "x-accel-buffering": "no",
  });
  res.write("retry: 2000\n\n");
  const look = setInterval(() => {
    void mayStill().then(
      (may) => (may ? res.write(": here\n\n") : res.end()),
      // The database is away: whoever watches comes back by themselves.
      () => res.end(),
    );
  }, lookMs);
  res.on("close", () => {
    clearInterval(look);
    end();
  });
}
