/**
 * What a page shows, kept in its address. A change shows at once; the address follows, since the router moves on when it has
 * time, and whoever types or clicks faster would otherwise change what is no longer there.
 */
import { useCallback, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";

export function useAddress(): readonly [URLSearchParams, (apply: (next: URLSearchParams) => void) => void] {
  const [search, setSearch] = useSearchParams();
  const [shown, setShown] = useState(search);
  const latest = useRef(search);
  /** What the address was told and has not come round to, oldest first. */
  const underWay = useRef<string[]>([]);

  useEffect(() => {
    const arrived = underWay.current.indexOf(search.toString());
    if (arrived >= 0) {
      underWay.current.splice(0, arrived + 1);
      return;
    }
    // Back, forward or a link: the address leads.
    underWay.current = [];
    latest.current = search;
    setShown(search);
  }, [search]);

  const change = useCallback(
    (apply: (next: URLSearchParams) => void) => {
      const next = new URLSearchParams(latest.current);
      apply(next);
      if (next.toString() === latest.current.toString()) return;
      latest.current = next;
      underWay.current.push(next.toString());
      setShown(next);
      setSearch(next, { replace: true });
    },
    [setSearch],
  );
  return [shown, change];
}
