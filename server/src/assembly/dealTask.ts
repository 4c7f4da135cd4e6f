/** The thread's task: the questions that one student gets, in an order of their own. */
import { deal } from "@verdant/core/delivery/deal";
import type { DealInput } from "./tasks.ts";

export const dealTask = ({ parts, hand, neighbours, ...given }: DealInput) =>
  deal(parts, { ...given, ...(hand && { hand }), ...(neighbours && { neighbours }) }).map(({ placeId, item }) => ({
    placeId,
    itemId: item.itemId,
  }));
