import type { Sitting } from "@verdant/contract/delivery";
import { endOnDevice } from "@verdant/core/delivery/timed";

/** When a sitting ends on this device, in milliseconds of the server's clock; null: it does not end by itself. */
export const endsHere = (
  { startedAt, deadlineAt, allowanceMs }: Pick<Sitting, "startedAt" | "deadlineAt" | "allowanceMs">,
  clockFrom: number | null,
): number | null =>
  endOnDevice(
    {
      startedAt: Date.parse(startedAt),
      deadlineAt: deadlineAt === null ? null : Date.parse(deadlineAt),
      allowanceMs,
    },
    clockFrom,
  );
