/** Hears that goes of some releases began or ended, so that what counts them is asked for anew. */
import { useEffect, useState } from "react";
import { useDispatch } from "react-redux";
import { api } from "./contractApi.ts";

const path = "/api/go-changes";
const againMs = 20_000;

/**
 * @param releaseIds those that run; without any nothing is listened to
 * @returns false while no stream comes through: the page asks now and then instead
 */
export function useGoChanges(releaseIds: readonly string[]): boolean {
  const [isHeard, setHeard] = useState(false);
  const dispatch = useDispatch();
  const query = [...releaseIds]
    .sort()
    .map((id) => `release=${id}`)
    .join("&");
  useEffect(() => {
    if (query === "") return;
    let source: EventSource | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    // What happened meanwhile was not heard.
    let wasLost = false;
    const hear = () => {
      dispatch(api.util.invalidateTags(["Release", "Results", "Waiting"]));
    };
    const close = () => {
      source?.close();
      source = undefined;
      clearTimeout(again);
      setHeard(false);
    };
    function open() {
      close();
      source = new EventSource(`${path}?${query}`);
      source.addEventListener("open", () => {
        setHeard(true);
        if (wasLost) hear();
        wasLost = false;
      });
      source.addEventListener("changed", () => {
        hear();
      });
      source.addEventListener("error", () => {
        wasLost = true;
        setHeard(false);
        // Refused for good, as behind a proxy that knows no streams; otherwise the browser comes back by itself.
        if (source?.readyState === EventSource.CLOSED) again = setTimeout(open, againMs);
      });
    }
    // A browser has few connections to one server: a page that nobody sees gives its own back.
    const look = () => {
      if (document.hidden) {
        wasLost = true;
        close();
      } else open();
    };
    look();
    document.addEventListener("visibilitychange", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      close();
    };
  }, [query, dispatch]);
  return isHeard;
}
