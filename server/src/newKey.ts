/** After the installation's key was lost: node server/dist/newKey.js makes a new one, and what the old one sealed anew. */
import { giveNewCards } from "./courses/sealCards.ts";
import { readConfig } from "./platform/config.ts";
import { connect, migrate, type Db } from "./platform/database.ts";
import { keyIn, mustFit, OtherKey, takeKey } from "./platform/key.ts";
import { deleteAllSecondFactors } from "./team/secondFactorStore.ts";

/**
 * Gives all students new entry cards and takes all second factors away; says what it did.
 *
 * @throws Error when the key fits, so that nothing is given anew by mistake
 */
export async function takeNewKey(db: Db, key: Buffer): Promise<string> {
  const isOther = await mustFit(db, key).then(
    () => false,
    (error: unknown) => {
      if (error instanceof OtherKey) return true;
      throw error;
    },
  );
  if (!isOther) throw new Error("This key fits the database: nothing was lost, and nothing was changed.");
  return db.transaction().execute(async (within) => {
    await takeKey(within, key);
    const cards = await giveNewCards(within, key);
    const factors = await deleteAllSecondFactors(within);
    return `${cards} students have new entry cards (print them from their classes); ${factors} second factors are off.`;
  });
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const db = connect(config.databaseUrl, 2);
  try {
    await migrate(db);
    console.log(await takeNewKey(db, keyIn(config.keyFile)));
  } finally {
    await db.destroy();
  }
}

if (/newKey\.js$/.test(process.argv[1] ?? "")) {
  main().catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  });
}
