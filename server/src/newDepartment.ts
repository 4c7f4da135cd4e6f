/** Makes a department with its first lead: node server/dist/newDepartment.js "Geography, My School" Europe/London lead@school.example "Lead's name" */
import { hashPassword } from "./team/passwordRules.ts";
import { insertPerson, lockAddress } from "./team/accountStore.ts";
import { insertDepartment } from "./team/store.ts";
import { readConfig } from "./platform/config.ts";
import { connect, migrate } from "./platform/database.ts";
import { newId, newToken } from "./platform/id.ts";

async function main([name, timeZone, email, leadName]: readonly string[]): Promise<string> {
  if (!name || !timeZone || !email?.includes("@") || !leadName) {
    throw new Error('Say: newDepartment.js "Department, School" Europe/London lead@school.example "Name of the lead"');
  }
  new Intl.DateTimeFormat("en", { timeZone }); // throws for a time zone that does not exist
  const db = connect(readConfig(process.env).databaseUrl, 2);
  try {
    await migrate(db);
    const password = newToken().slice(0, 16);
    const passwordHash = await hashPassword(password);
    const ids = { departmentId: newId(), personId: newId(), membershipId: newId() };
    await db.transaction().execute(async (within) => {
      if ((await lockAddress(within, email)) > 0)
        throw new Error(
          `${email} has an account. Sign in with it and make the department there, or give another address.`,
        );
      await insertPerson(within, { id: ids.personId, email, name: leadName, passwordHash });
      await insertDepartment(within, { ...ids, name, timeZone, at: new Date() });
    });
    return `${name} is there. ${leadName} signs in with ${email} and the password ${password}`;
  } finally {
    await db.destroy();
  }
}

main(process.argv.slice(2)).then(
  (said) => console.log(said),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  },
);
