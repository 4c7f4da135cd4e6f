/** A department's items as the files of a package. */
import type { Member, Scope } from "../platform/scope.ts";
import { partsOf } from "./exportDepartment.ts";
import { toText } from "./fileContent.ts";
import * as keptStore from "./keptStore.ts";
import { writePackage, type KeptPart } from "./qti/writePackage.ts";
import * as store from "./store.ts";
import type { ArchiveFile } from "./zip.ts";

export async function* filesOfPackage(scope: Scope<Member>): AsyncGenerator<ArchiveFile> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { format, formatVersion, framework, topics, misconceptions, stimuli, items } = await partsOf(scope);
  const { name } = await store.findDepartment(db, departmentId);
  yield* writePackage({
    identifier: `department-${departmentId}`,
    title: name,
    structure: {
      ...{ format, formatVersion, topics, misconceptions },
      ...(framework && { framework }),
      media: await store.listShownRows(db, departmentId),
    },
    stimuli: stimuli.map(({ key, title, text }) => ({ key, title, text: toText(text) })),
    items,
    bytesOf: async (hash) => (await store.findMedia(db, departmentId, hash))?.bytes ?? null,
    kept: keptOf(scope),
  });
}

async function* keptOf({ db, caller }: Scope<Member>): AsyncGenerator<KeptPart> {
  const { departmentId } = caller;
  for (const { id, type } of await keptStore.listAll(db, departmentId)) yield { id, type, files: filesOf(id) };

  async function* filesOf(keptId: string): AsyncGenerator<ArchiveFile> {
    for (let n = 0; ; n++) {
      const file = await keptStore.findFile(db, departmentId, keptId, n);
      if (!file) return;
      yield file;
    }
  }
}
