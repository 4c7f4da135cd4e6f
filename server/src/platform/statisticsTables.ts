/** The tables of what answers say about items: figures, difficulty, doubts. */
import type { Doubt } from "@verdant/contract/doubts";
import type { DifferentialClass } from "@verdant/core/insight/differential";
import type { Default, Json, Owned } from "./columns.ts";

export interface StatisticsTables {
  statsThrough: Owned & { through: Date };
  itemCalibration: Owned & { parameterId: string; difficulty: number; error: number; answers: number };
  itemDoubt: Owned & {
    itemId: string;
    parameterId: string;
    answers: number;
    gravity: number;
    found: Json<readonly Doubt[]>;
  };
  doubtLook: Owned & { itemId: string; parameterId: string; answers: number; gravity: number; by: string; at: Date };
  calibration: Owned & {
    at: Date;
    through: Date;
    students: number;
    reliability: number | null;
    askedAt: Default<Date | null>;
  };
  itemDifferential: Owned & {
    valueId: string;
    parameterId: string;
    focal: number;
    reference: number;
    found: DifferentialClass | null;
    gap: number | null;
    delta: number | null;
    error: number | null;
  };
  itemStats: Owned & {
    itemId: string;
    answers: number;
    creditSum: number;
    agreement: number | null;
    uses: number;
    students: number;
    lastUsedOn: string | null;
    changeSeq: number;
  };
}
