/** Who may do what: one pure table, used by the server to decide and by the pages to offer. */

export type Role = "lead" | "teacher";

export type Deed =
  | { readonly verb: "edit"; readonly thing: "item"; readonly status: "draft" | "inReview" | "approved" | "retired" }
  | { readonly verb: "view"; readonly thing: "bank" | "plan" | "results" }
  | { readonly verb: "compose" | "release"; readonly thing: "quiz" }
  | { readonly verb: "reissue"; readonly thing: "entryCard" }
  | { readonly verb: "import" | "export"; readonly thing: "department" };

/** True when a member of `role` may do `deed` in their own department. */
export function can(role: Role, deed: Deed): boolean {
  switch (deed.verb) {
    case "import":
    case "export":
      return role === "lead";
    case "edit":
      return deed.status !== "retired" || role === "lead";
    default:
      return true;
  }
}
