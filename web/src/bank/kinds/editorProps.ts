import type { ContentOf, KindName } from "@verdant/core/items/kinds";

/** What the editor of each kind takes. */
export interface EditorProps<N extends KindName> {
  readonly content: ContentOf<N>;
  readonly onChange: (content: ContentOf<N>) => void;
}
