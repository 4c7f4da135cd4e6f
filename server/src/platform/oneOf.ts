/** That a column is among values, with one parameter however many they are: the same statement each time, planned once. */
import { sql, type RawBuilder } from "kysely";

export const oneOf = (column: string, ids: readonly string[]): RawBuilder<boolean> =>
  sql<boolean>`${sql.ref(column)} = any(${[...ids]}::uuid[])`;
