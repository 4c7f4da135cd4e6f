/** What went wrong, in one shape: a problem from the server, or no network. */
import type { Problem } from "@verdant/contract/problem";
import { t } from "./words.ts";

export interface Trouble {
  readonly title: string;
  readonly detail: string;
  /** 0: the server was not reached. */
  readonly status: number;
  readonly kind: string;
  /** Message of each field by its JSON pointer. */
  readonly fields: Readonly<Record<string, string>>;
}

/** Reads an error of RTK Query. */
export function problemOf(error: unknown): Trouble {
  const { status, data } = (error ?? {}) as { status?: unknown; data?: Partial<Problem> };
  if (status === "FETCH_ERROR" || status === "TIMEOUT_ERROR") {
    return {
      title: t("No connection"),
      detail: t("The server was not reached. Nothing is lost; try again when the network is back."),
      status: 0,
      kind: "offline",
      fields: {},
    };
  }
  return {
    title: data?.title ?? t("Something went wrong"),
    detail: data?.detail ?? t("Nothing was changed. Try again."),
    status: typeof status === "number" ? status : 500,
    kind: data?.type?.split("/").at(-1) ?? "internal",
    fields: Object.fromEntries((data?.errors ?? []).map((one) => [one.pointer, one.detail])),
  };
}
