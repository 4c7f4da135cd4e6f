/** Watches a release as so many teachers until its input ends; prints how old each answer was when it arrived, in milliseconds. */
const [url = "", releaseId = "", cookie = "", viewers = "1"] = process.argv.slice(2);
const seen: number[] = [];
const gone = new AbortController();

interface Row {
  readonly studentId: string;
  /** Missing: as it was. */
  readonly heardAt?: string | null;
}

/** Notes how old each answer is when it arrives; server and viewer have the same clock. */
async function watch(): Promise<void> {
  const { signal } = gone;
  const heard = new Map<string, string | null>();
  try {
    const response = await fetch(`${url}/api/releases/${releaseId}/live/stream`, { headers: { cookie }, signal });
    if (!response.ok || !response.body) throw new Error(`the stream answers ${response.status}`);
    let text = "";
    for await (const part of response.body.pipeThrough(new TextDecoderStream())) {
      text += part;
      const whole = text.split("\n\n");
      text = whole.pop() ?? "";
      for (const one of whole) {
        const [, event, data] = /^event: (\w+)\ndata: (.*)$/s.exec(one) ?? [];
        if (data === undefined) continue;
        for (const { studentId, heardAt } of (JSON.parse(data) as { students: Row[] }).students) {
          if (heardAt === undefined) continue;
          if (event === "news" && heardAt !== null && heard.get(studentId) !== heardAt)
            seen.push(Date.now() - Date.parse(heardAt));
          heard.set(studentId, heardAt);
        }
      }
    }
  } catch (error) {
    if (!signal.aborted) throw error;
  }
}

process.stdin.resume();
process.stdin.once("end", () => {
  gone.abort();
});
await Promise.all(Array.from({ length: Number(viewers) }, watch));
console.log(JSON.stringify(seen));

export {};
