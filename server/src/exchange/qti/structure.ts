/** What a package of ours says of its department: its topics, standards and wrong ideas, and what its media are. */
import { DepartmentFile, FileMedia } from "@verdant/contract/exchange";
import { z } from "zod";
import type { Archive } from "../zip.ts";
import { mostXmlBytes } from "./xml.ts";

/** The part of a department file that a package of ours carries beside its items. */
export const Structure = DepartmentFile.pick({
  format: true,
  formatVersion: true,
  framework: true,
  topics: true,
  misconceptions: true,
}).extend({ media: z.array(FileMedia.omit({ base64: true })).default([]) });
export type Structure = z.infer<typeof Structure>;
export const structurePath = "department.json";

export const emptyStructure: Structure = {
  format: "verdant-loop-department",
  formatVersion: 1,
  topics: [],
  misconceptions: [],
  media: [],
};

/** What a package of ours says of its department; null of packages of others. */
export async function structureOf(archive: Archive): Promise<Structure | null> {
  if (!archive.paths.has(structurePath)) return null;
  try {
    return Structure.parse(JSON.parse((await archive.read(structurePath, mostXmlBytes)).toString("utf8")));
  } catch {
    return null;
  }
}
