/** Every rule over one draft. */

import type { Content } from "../items/kinds.ts";
import type { Context, Finding, Rule, RuleName } from "./finding.ts";
import * as options from "./options.ts";
import { spelling } from "./spelling.ts";
import * as wording from "./wording.ts";

/** One rule for each name: a name without its rule does not compile. */
const rules: { readonly [Name in RuleName]: Rule } = { ...options, ...wording, spelling };

/** What a careful colleague would say about `content`, in the order of the rules; empty when there is nothing to say. */
export const check = (content: Content, context: Context = {}): Finding[] =>
  Object.values(rules).flatMap((rule) => rule(content, context));
