import { useState } from "react";

const everyMs = 4000;

/** While what was asked for is worked out, the page looks again: options of its query, and where it says how things stand. */
export function useLookAgain() {
  const [isAsked, setAsked] = useState(false);
  return {
    options: { pollingInterval: isAsked ? everyMs : 0, skipPollingIfUnfocused: true },
    hear: (now: boolean | undefined) => {
      if (now !== undefined && now !== isAsked) setAsked(now);
    },
  };
}
