/** What stands in archive.json, beside the files of an archive. */
import { z } from "zod";

/** The form of archives; a higher one is not read by an older program. */
export const version = 1;

const name = z.string().regex(/^[a-z_]{1,63}$/);
const sum = z.string().regex(/^[0-9a-f]{64}$/);

export const Manifest = z.object({
  format: z.literal("verdant-loop archive"),
  version: z.int().min(1),
  /** The last change of the database's tables that these rows are from. */
  schema: z.string().max(100),
  department: z.object({ id: z.uuid(), name: z.string().max(400) }),
  /** Whether students, staff and what they did are in it. */
  people: z.boolean(),
  /** Each table with its rows and the SHA-256 of its file; `people` beside them, where there are any. */
  tables: z.array(z.object({ name, rows: z.int().min(0), sha256: sum })).max(500),
  /** Files beside the tables: of which row of which table, and their SHA-256. */
  files: z
    .array(z.object({ path: z.string().max(300), table: name, key: z.array(z.string().max(200)).max(4), sha256: sum }))
    .max(2_000_000),
});
export type Manifest = z.infer<typeof Manifest>;

export const manifestPath = "archive.json";
export const pathOfTable = (table: string): string => `tables/${table}.ndjson`;

/** For whoever opens an archive without this program. */
export const readme = (department: string, withPeople: boolean): string => `Department archive: ${department}

This zip file holds a whole department${withPeople ? ", with its staff, students and their answers" : " without any person"}.

tables/*.ndjson  One file per table, one row per line, each line an object of JSON. Times are in UTC.
                 Rows refer to one another by their ids: item_revision.item_id is the id of an item.
media/           Pictures, sounds and videos, named by their SHA-256. What they show is said in tables/media.ndjson.
kept/            Parts of other people's packages that are carried along unchanged.
archive.json     What is in here, with the number of rows and the SHA-256 of every file.

${
  withPeople
    ? "Passwords, second factors, entry cards and links are not in here: whoever restores it gives new ones."
    : "Who wrote or decided something is left out: it is the id 00000000-0000-0000-0000-000000000000 everywhere."
}
It is restored by whoever runs an installation: docs/operating.md, "A department's archive".
`;
