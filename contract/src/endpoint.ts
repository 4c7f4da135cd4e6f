/** One HTTP operation, described once and read by both ends: the server mounts it, the pages call it. */
import type { z } from "zod";

type Names<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

/**
 * Who may call: `public` anybody, signed in or not; `member` teachers and leads of the department;
 * `account` these too, also while they still owe a second factor; `lead` its leads;
 * `guest` whoever was let in to see parts of the bank; `student` a student who came in by an entry card; `sitting` whoever holds the token of the sitting.
 */
export type Access = "public" | "account" | "member" | "lead" | "guest" | "student" | "sitting";

export interface Endpoint {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  readonly path: `/${string}`;
  readonly access: Access;
  /** One sentence for the published description of the interface. */
  readonly summary: string;
  /** A question that is too long for an address: sent as a post, but nothing comes of it, and no answer is kept. */
  readonly changesNothing?: true;
  readonly params?: z.ZodObject;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType;
  readonly result: z.ZodType;
}

type Part<E, K extends "params" | "query" | "body", Side extends "in" | "out"> = E extends {
  readonly [P in K]: infer S extends z.ZodType;
}
  ? { [P in K]: Side extends "in" ? z.input<S> : z.output<S> }
  : unknown;
type Flat<T> = { [K in keyof T]: T[K] };
type Parts<E, Side extends "in" | "out"> = Flat<
  Part<E, "params", Side> & Part<E, "query", Side> & Part<E, "body", Side>
>;

/** What a caller sends, before parsing; `void` when the endpoint takes nothing. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type, @typescript-eslint/no-invalid-void-type -- "takes nothing" is what is meant
export type Call<E extends Endpoint> = {} extends Parts<E, "in"> ? Parts<E, "in"> | void : Parts<E, "in">;
/** What a handler receives, after parsing and defaults. */
export type Input<E extends Endpoint> = Parts<E, "out">;
/** What crosses the wire back. Result schemas hold JSON types only, so both ends share this one type. */
export type Result<E extends Endpoint> = z.output<E["result"]>;

/** Keeps the literal types of `definition`, and requires `params` to name exactly the path's placeholders. */
export function endpoint<const E extends Endpoint>(
  definition: E &
    ([Names<E["path"]>] extends [never]
      ? { readonly params?: never }
      : { readonly params: z.ZodObject<Record<Names<E["path"]>, z.ZodType>> }),
): E {
  return definition;
}
