/** Words of a content that neither the dictionary nor the department knows; looked up once the typing rests. */
import { wordsToSpell, type Misspelt } from "@verdant/core/checker/spelling";
import type { Content } from "@verdant/core/items/kinds";
import { useEffect, useMemo, useRef, useState } from "react";
import { useFindKnownWordsQuery } from "../api.ts";

/** The pause after which is looked, in milliseconds. */
const pause = 700;
const none: readonly Misspelt[] = [];

export function useSpelling(content: Content): readonly Misspelt[] {
  const worker = useRef<Worker | null>(null);
  const [looked, setLooked] = useState<readonly Misspelt[]>(none);
  const words = useMemo(() => wordsToSpell(content).slice(0, 600), [content]);
  useEffect(() => {
    let isHere = true;
    const timer = setTimeout(() => {
      worker.current ??= new Worker(new URL("./spellingWorker.ts", import.meta.url), { type: "module" });
      worker.current.onmessage = ({ data }: MessageEvent<{ misspelt: readonly Misspelt[] }>) => {
        if (isHere) setLooked(data.misspelt.slice(0, 200));
      };
      worker.current.postMessage({ words });
    }, pause);
    return () => {
      isHere = false;
      clearTimeout(timer);
    };
  }, [words]);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  const asked = looked.map(({ word }) => word).filter((word) => word.length <= 60);
  const { currentData } = useFindKnownWordsQuery({ body: { words: asked } }, { skip: asked.length === 0 });
  return useMemo(() => {
    if (!currentData) return none;
    const known = new Set(currentData.known);
    return looked.filter(({ word }) => !known.has(word));
  }, [looked, currentData]);
}
