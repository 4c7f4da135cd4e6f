/** A small school for tests: one course, one class, two dozen items of one kind. What tests expect is counted from it. */
import structure from "./testSchool/structure.json" with { type: "json" };
import classes from "./testSchool/classes.json" with { type: "json" };
import about from "./testSchool/school.json" with { type: "json" };
import items from "./testSchool/items.json" with { type: "json" };
import { datedFile, type School } from "./school.ts";

/** @param today a local date, YYYY-MM-DD */
export const testSchool = (today: string): School => ({
  about,
  file: datedFile({ ...structure, ...classes, ...items }, about.anchor, today),
});
