/** Reads the pictures of a department file. They are written anew like any upload, and must come out as the file says. */
import type { DepartmentFile } from "@verdant/contract/exchange";
import { hashOfBytes } from "../bank/media.ts";
import { reencodeTask } from "../bank/reencodeTask.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function importMedia({ db, caller, now }: Scope<Member>, file: DepartmentFile): Promise<void> {
  const { departmentId } = caller;
  for (const [i, { hash, mime, width, height, base64 }] of file.media.entries()) {
    const bytes = Buffer.from(base64, "base64");
    if (hashOfBytes(bytes) !== hash) throw damaged(i, hash);
    // A picture of ours is in its final form already; only a file that somebody has tampered with differs.
    const made = mime === "image/svg+xml" ? await reencodeTask({ bytes }) : null;
    if (made !== null && (!made.ok || hashOfBytes(made.bytes) !== hash)) throw damaged(i, hash);
    if (made === null && !/^image\/(png|jpeg|webp)$/.test(mime)) throw damaged(i, hash);
    await store.insertMedia(db, {
      departmentId,
      hash,
      mime,
      width,
      height,
      bytes,
      size: bytes.length,
      addedBy: caller.personId,
      addedAt: now(),
    });
  }
}

function damaged(index: number, hash: string): Failure {
  const detail = `The picture ${hash.slice(0, 12)}… of the file is damaged or is no picture that can be shown.`;
  return new Failure("invalid", detail, { errors: [{ pointer: `/body/media/${index}`, detail }] });
}
