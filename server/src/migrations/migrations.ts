/** Every migration, in order. A static list, so that it survives bundling. Forward only: expand first, contract later. */
import type { Migration } from "kysely";
import * as department from "./0001_department.ts";
import * as bank from "./0002_bank.ts";
import * as courses from "./0003_courses.ts";
import * as assembly from "./0004_assembly.ts";
import * as delivery from "./0005_delivery.ts";
import * as media from "./0006_media.ts";
import * as finding from "./0007_finding.ts";
import * as plans from "./0008_plans.ts";
import * as forwardOnly from "./0009_forwardOnly.ts";
import * as keptFindings from "./0010_keptFindings.ts";
import * as keyRulings from "./0011_keyRulings.ts";
import * as columnMappings from "./0012_columnMappings.ts";
import * as many from "./0013_many.ts";
import * as rubricMarks from "./0014_rubricMarks.ts";
import * as stimuli from "./0015_stimuli.ts";
import * as mediaShelf from "./0016_mediaShelf.ts";
import * as review from "./0017_review.ts";
import * as writing from "./0018_writing.ts";
import * as words from "./0019_words.ts";
import * as statistics from "./0020_statistics.ts";
import * as rights from "./0021_rights.ts";
import * as crosswalk from "./0022_crosswalk.ts";
import * as guestEditing from "./0023_guestEditing.ts";
import * as twinRequests from "./0024_twinRequests.ts";
import * as reasons from "./0025_reasons.ts";
import * as itemPoints from "./0026_itemPoints.ts";
import * as claims from "./0027_claims.ts";
import * as hands from "./0028_hands.ts";
import * as sealed from "./0029_sealed.ts";
import * as departments from "./0030_departments.ts";
import * as memory from "./0031_memory.ts";
import * as transfers from "./0032_transfers.ts";
import * as noLongerUsed from "./0033_noLongerUsed.ts";
import * as answersInPlace from "./0034_answersInPlace.ts";
import * as quizSteps from "./0035_quizSteps.ts";
import * as seen from "./0036_seen.ts";
import * as requirementSets from "./0037_requirementSets.ts";
import * as beforeGo from "./0038_beforeGo.ts";
import * as running from "./0039_running.ts";
import * as paths from "./0040_paths.ts";
import * as voidedGoes from "./0041_voidedGoes.ts";
import * as marks from "./0042_marks.ts";
import * as live from "./0043_live.ts";
import * as nearly from "./0044_nearly.ts";
import * as noticeOpened from "./0045_noticeOpened.ts";
import * as secondAnswers from "./0046_secondAnswers.ts";
import * as seats from "./0047_seats.ts";
import * as extraGoes from "./0048_extraGoes.ts";
import * as studentNotes from "./0049_studentNotes.ts";
import * as calibration from "./0050_calibration.ts";
import * as doubts from "./0051_doubts.ts";
import * as erasure from "./0052_erasure.ts";
import * as packages from "./0053_packages.ts";
import * as tables from "./0054_tables.ts";
import * as archives from "./0055_archives.ts";
import * as classLists from "./0056_classLists.ts";
import * as quizPackages from "./0057_quizPackages.ts";
import * as marking from "./0058_marking.ts";
import * as readReasons from "./0059_readReasons.ts";
import * as characteristics from "./0060_characteristics.ts";
import * as remedies from "./0061_remedies.ts";
import * as wordsToSome from "./0062_wordsToSome.ts";
import * as undoImports from "./0063_undoImports.ts";
import * as olderPackages from "./0064_olderPackages.ts";
import * as importFindings from "./0065_importFindings.ts";
import * as findingContents from "./0066_findingContents.ts";
import * as readOnce from "./0067_readOnce.ts";

export const migrations: Record<string, Migration> = {
  "0001_department": department,
  "0002_bank": bank,
  "0003_courses": courses,
  "0004_assembly": assembly,
  "0005_delivery": delivery,
  "0006_media": media,
  "0007_finding": finding,
  "0008_plans": plans,
  "0009_forwardOnly": forwardOnly,
  "0010_keptFindings": keptFindings,
  "0011_keyRulings": keyRulings,
  "0012_columnMappings": columnMappings,
  "0013_many": many,
  "0014_rubricMarks": rubricMarks,
  "0015_stimuli": stimuli,
  "0016_mediaShelf": mediaShelf,
  "0017_review": review,
  "0018_writing": writing,
  "0019_words": words,
  "0020_statistics": statistics,
  "0021_rights": rights,
  "0022_crosswalk": crosswalk,
  "0023_guestEditing": guestEditing,
  "0024_twinRequests": twinRequests,
  "0025_reasons": reasons,
  "0026_itemPoints": itemPoints,
  "0027_claims": claims,
  "0028_hands": hands,
  "0029_sealed": sealed,
  "0030_departments": departments,
  "0031_memory": memory,
  "0032_transfers": transfers,
  "0033_noLongerUsed": noLongerUsed,
  "0034_answersInPlace": answersInPlace,
  "0035_quizSteps": quizSteps,
  "0036_seen": seen,
  "0037_requirementSets": requirementSets,
  "0038_beforeGo": beforeGo,
  "0039_running": running,
  "0040_paths": paths,
  "0041_voidedGoes": voidedGoes,
  "0042_marks": marks,
  "0043_live": live,
  "0044_nearly": nearly,
  "0045_noticeOpened": noticeOpened,
  "0046_secondAnswers": secondAnswers,
  "0047_seats": seats,
  "0048_extraGoes": extraGoes,
  "0049_studentNotes": studentNotes,
  "0050_calibration": calibration,
  "0051_doubts": doubts,
  "0052_erasure": erasure,
  "0053_packages": packages,
  "0054_tables": tables,
  "0055_archives": archives,
  "0056_classLists": classLists,
  "0057_quizPackages": quizPackages,
  "0058_marking": marking,
  "0059_readReasons": readReasons,
  "0060_characteristics": characteristics,
  "0061_remedies": remedies,
  "0062_wordsToSome": wordsToSome,
  "0063_undoImports": undoImports,
  "0064_olderPackages": olderPackages,
  "0065_importFindings": importFindings,
  "0066_findingContents": findingContents,
  "0067_readOnce": readOnce,
};
