import type { Sitting } from "@verdant/contract/delivery";

/**
 * The question to go on with, after a break or on another device: the first that may be answered once more or is open; where there is no going back,
 * the one after the last that was answered or shown. Everything answered: the last.
 */
export function whereToGoOn(
  {
    items,
    notice,
  }: {
    readonly items: readonly {
      readonly position: number;
      readonly view?: unknown;
      readonly feedback?: { readonly again: boolean } | null;
    }[];
    readonly notice: Pick<Sitting["notice"], "paging">;
  },
  isAnswered: (position: number) => boolean,
): number {
  const positions = items.map((item) => item.position);
  const lastAnswered = Math.max(0, ...positions.filter(isAnswered));
  const isForwardOnly = notice.paging === "forwardOnly";
  const open = items.find(({ position, view, feedback }) => {
    if (feedback?.again === true && view !== null) return true;
    return isForwardOnly ? position > lastAnswered && view !== null : !isAnswered(position);
  });
  return open?.position ?? positions.length;
}
