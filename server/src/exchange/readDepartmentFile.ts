/** Reads a department file piece by piece: items and pictures come one at a time, and what is wrong names its place. */
import { fieldProblems } from "@verdant/contract/fieldProblems";
import type { FieldProblem } from "@verdant/contract/problem";
import { JSONParser } from "@streamparser/json";
import { DepartmentFile, FileItem, FileMedia } from "@verdant/contract/exchange";
import type { z } from "zod";
import { Failure } from "../platform/failure.ts";

/** All of a file but its pictures and recordings. */
export type FileBody = Omit<DepartmentFile, "media">;

const mostErrors = 50;

const Rest = DepartmentFile.omit({ items: true, media: true });

/**
 * All of the file but its pictures, checked; also pictures are looked at, and forgotten.
 * @throws Failure where the file is none, or where something in it is wrong: with the place of each
 */
export async function readDepartmentFile(pieces: AsyncIterable<Buffer>): Promise<FileBody> {
  const rest: Record<string, unknown> = {};
  const items: FileItem[] = [];
  const errors: FieldProblem[] = [];
  const check = <T>(schema: z.ZodType<T>, value: unknown, place: string): T | undefined => {
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    errors.push(...fieldProblems(parsed.error, place).slice(0, mostErrors - errors.length));
    return undefined;
  };
  for await (const { room, index, value } of valuesOf(pieces)) {
    if (room === "items" && index !== null) {
      const item = check(FileItem, value, `/items/${index}`);
      if (item) items.push(item);
    } else if (room === "media" && index !== null) check(FileMedia, value, `/media/${index}`);
    else if (index === null && !(Array.isArray(value) && (room === "items" || room === "media"))) rest[room] = value;
  }
  const body = check(Rest, rest, "");
  if (errors.length > 0 || !body) {
    const isMore = errors.length === mostErrors;
    throw new Failure(isMore ? "fileHasManyErrors" : "fileHasErrors", { count: errors.length }, { errors });
  }
  return { ...body, items };
}

/** The pictures and recordings of a file that was found to be in order, one at a time. */
export async function* mediaOfFile(pieces: AsyncIterable<Buffer>): AsyncGenerator<FileMedia> {
  for await (const { room, index, value } of valuesOf(pieces))
    if (room === "media" && index !== null) yield FileMedia.parse(value);
}

interface Value {
  readonly room: string;
  /** Of an entry of a list that may be long; null for everything else. */
  readonly index: number | null;
  readonly value: unknown;
}

/** Each item and each picture by itself, and everything else whole. */
async function* valuesOf(pieces: AsyncIterable<Buffer>): AsyncGenerator<Value> {
  let met: Value[] = [];
  const wrong: Error[] = [];
  const parser = new JSONParser({ paths: ["$.*", "$.items.*", "$.media.*"], keepStack: false });
  parser.onValue = ({ value, key, parent, stack }) => {
    const room = stack.length > 1 ? String(stack[1]?.key) : String(key);
    const index = stack.length > 1 ? Number(key) : null;
    met.push({ room, index, value });
    // Else the list would hold all that went through it.
    if (index !== null && Array.isArray(parent)) parent[index] = null;
  };
  parser.onError = (error) => {
    wrong.push(error);
  };
  for await (const piece of pieces) {
    parser.write(piece);
    const ready = met;
    met = [];
    yield* ready;
    if (wrong[0]) throw noJson(wrong[0]);
  }
  if (!parser.isEnded) throw noJson(new Error("it ends too early"));
}

const noJson = (error: Error) => new Failure("fileNotJson", { why: error.message });
