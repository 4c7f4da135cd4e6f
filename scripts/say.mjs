/** What the scripts say, and how they give up: one clear sentence, non-zero exit. */

export const say = (text) => {
  console.log(`· ${text}`);
};

/** An expected obstacle: its message is all the user needs. */
export class Obstacle extends Error {}

/** Runs `main`; an obstacle ends with its sentence, anything else with its trace. */
export function run(main) {
  main().catch((error) => {
    console.error(error instanceof Obstacle ? `\n${error.message}` : error);
    process.exit(1);
  });
}
