/** What columns of the tables are like, as Kysely reads and writes them. */
import type { ColumnType, Generated } from "kysely";

/** jsonb: read as it is, written as text, since the driver would turn an array into a PostgreSQL array. */
export type Json<T> = ColumnType<T, string, string>;
export type JsonOrNull<T> = ColumnType<T | null, string | null, string | null>;
export type Default<T> = Generated<T>;

export interface Owned {
  departmentId: string;
}
export interface Row extends Owned {
  id: string;
}
