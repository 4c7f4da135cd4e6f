/** What the shelf of pictures asks of a thread. */
import { task } from "../platform/threads.ts";
import type { ReencodeInput, ReencodeOutput } from "./reencodeTask.ts";

export const reencode = task<ReencodeInput, ReencodeOutput>("reencode");
