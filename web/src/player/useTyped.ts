/** What is typed into a field of a question, given as its answer at every pause. */
import { useEffect, useLayoutEffect, useRef, useState } from "react";

/** The pause in typing after which the answer is given, in milliseconds. */
const pause = 500;

/** @param give absent: the answer cannot be changed */
export function useTyped(given: string, give: ((text: string) => void) | undefined) {
  const [text, setText] = useState(given);
  const current = useRef({ text: given, typed: given, give });
  useLayoutEffect(() => {
    current.current.give = give;
  }, [give]);
  const flush = () => {
    const { current: now } = current;
    if (now.typed === now.text) return;
    now.text = now.typed;
    now.give?.(now.typed);
  };
  useEffect(() => {
    const timer = setTimeout(flush, pause);
    return () => {
      clearTimeout(timer);
    };
  }, [text]);
  // Whoever goes on to the next question before the pause is over has given this answer too.
  useEffect(() => flush, []);
  const type = (typed: string) => {
    current.current.typed = typed;
    setText(typed);
  };
  return { text, type, flush };
}
