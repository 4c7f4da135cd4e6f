/** What assembly asks of a thread. */
import type { DealPart, DealtItem } from "@verdant/core/delivery/deal";
import type { Strand } from "@verdant/core/assembly/orderCost";
import { task } from "../platform/threads.ts";
import type { ComposeInput, ComposeOutput } from "./composeTask.ts";

export interface WeaveInput {
  readonly strands: readonly Strand[];
  readonly seed: string;
  /** Places that keep what stands there; undefined: everything is put in order anew. */
  readonly around?: ReadonlySet<number>;
}

export interface DealInput {
  readonly parts: readonly DealPart<DealtItem>[];
  readonly seed: string;
  readonly ownOrder: boolean;
  readonly met: ReadonlyMap<string, number>;
  readonly neighbours?: readonly (readonly string[])[] | undefined;
  readonly hand?: ReadonlyMap<string, readonly string[]> | undefined;
}

export const compose = task<ComposeInput, ComposeOutput>("compose");
/** The strands' places in a woven order. */
export const weave = task<WeaveInput, readonly number[]>("weave");
/** The questions of one go in their order. */
export const dealing = task<DealInput, readonly { readonly placeId: string; readonly itemId: string }[]>("deal");
