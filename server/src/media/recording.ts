/** What the first bytes of a recording say it is. Recordings are kept as they come: nothing here runs them. */

export interface RecordingType {
  readonly kind: "audio" | "video";
  readonly mime: string;
}

/** null: none that browsers play. */
export function recordingTypeOf(bytes: Uint8Array): RecordingType | null {
  const head = Buffer.from(bytes.subarray(0, 64));
  const at = (from: number, to: number) => head.subarray(from, to).toString("latin1");
  if (at(0, 3) === "ID3" || (head[0] === 0xff && ((head[1] ?? 0) & 0xe6) === 0xe2))
    return { kind: "audio", mime: "audio/mpeg" };
  if (at(0, 4) === "OggS") return { kind: "audio", mime: "audio/ogg" };
  if (at(0, 4) === "RIFF" && at(8, 12) === "WAVE") return { kind: "audio", mime: "audio/wav" };
  if (at(4, 8) === "ftyp")
    return at(8, 11) === "M4A" ? { kind: "audio", mime: "audio/mp4" } : { kind: "video", mime: "video/mp4" };
  if (head.subarray(0, 4).toString("hex") === "1a45dfa3" && head.toString("latin1").includes("webm"))
    return { kind: "video", mime: "video/webm" };
  return null;
}
