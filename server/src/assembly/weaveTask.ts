/** The thread's task: put questions into a woven order. */
import { interleave } from "@verdant/core/assembly/interleave";
import { weaveAround } from "@verdant/core/assembly/weave";
import type { WeaveInput } from "./tasks.ts";

export const weaveTask = ({ strands, seed, around }: WeaveInput): readonly number[] =>
  around ? weaveAround(strands, around, seed) : interleave(strands, seed, 4000).order;
