/** Reads the pictures and recordings of a department file. Pictures are written anew like any upload, and must come out as the file says. */
import type { FileMedia } from "@verdant/contract/exchange";
import { hashOfBytes } from "../media/service.ts";
import { recordingTypeOf } from "../media/recording.ts";
import { isPicture, reencodeTask } from "../media/reencodeTask.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function importMedia(
  { db, caller, now }: Scope<Member>,
  all: Iterable<FileMedia> | AsyncIterable<FileMedia>,
): Promise<void> {
  const { departmentId } = caller;
  let i = -1;
  for await (const { base64, ...media } of all) {
    i++;
    const { hash, mime } = media;
    const bytes = Buffer.from(base64, "base64");
    if (hashOfBytes(bytes) !== hash) throw damaged(i, hash);
    // A picture of ours is in its final form already; only a file that somebody has tampered with differs.
    const made = mime === "image/svg+xml" ? await reencodeTask({ bytes }) : null;
    if (made !== null && (!made.ok || hashOfBytes(made.bytes) !== hash)) throw damaged(i, hash);
    const isFinal = /^image\/(png|jpeg|webp)$/.test(mime);
    if (isFinal && !(await isPicture(bytes, media))) throw damaged(i, hash);
    if (made === null && !isFinal && recordingTypeOf(bytes)?.mime !== mime) throw damaged(i, hash);
    await store.insertMedia(db, {
      departmentId,
      ...media,
      bytes,
      size: bytes.length,
      addedBy: caller.personId,
      addedAt: now(),
    });
  }
}

const damaged = (index: number, hash: string) =>
  new Failure("filePictureDamaged", { hash: hash.slice(0, 12) }, { at: `/media/${index}` });
