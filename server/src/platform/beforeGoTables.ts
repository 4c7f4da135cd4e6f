/** The tables of what opens a go. */
import type { Json, Owned, Row } from "./columns.ts";

export interface BeforeGoTables {
  reflection: Owned & {
    releaseId: string;
    studentId: string;
    ordinal: number;
    answers: Json<Readonly<Record<string, string>>>;
    at: Date;
  };
  openingWord: Row & { releaseId: string; word: string; by: string; at: Date; until: Date };
  extraGo: Owned & { releaseId: string; studentId: string; goes: number; by: string; at: Date };
  goAhead: Owned & {
    releaseId: string;
    studentId: string;
    ordinal: number;
    by: string;
    wordId: string | null;
    at: Date;
  };
}
