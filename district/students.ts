/** Students who answer without pause, each over HTTP from the proxy's door, and keep what was acknowledged. */
import { setTimeout } from "node:timers/promises";
import { presets } from "@verdant/core/delivery/rules";

export interface Acknowledged {
  readonly sittingId: string;
  readonly position: number;
  readonly seq: number;
}

interface Seat {
  readonly sittingId: string;
  readonly token: string;
  readonly questions: number;
}

/** Gives every class of the demo a review and lets up to so many of its students begin. */
export async function seatStudents(url: string, most: number): Promise<Seat[]> {
  const { members } = await json<{ members: { personId: string; role: string }[] }>(
    await fetch(`${url}/api/demo/people`),
  );
  const lead = members.find((one) => one.role === "lead");
  const asLead = await signedIn(url, "/api/demo/session", { personId: lead?.personId });
  const get = async <T>(path: string) => json<T>(await fetch(`${url}/api${path}`, { headers: asLead }));
  const post = async <T>(path: string, headers: Record<string, string>, body: unknown) =>
    json<T>(
      await fetch(`${url}/api${path}`, {
        method: "POST",
        headers: { "content-type": "application/json", ...headers },
        body: JSON.stringify(body),
      }),
    );
  const { classes } = await get<{ classes: { id: string }[] }>("/classes");
  const seats: Seat[] = [];
  for (const { id: classId } of classes) {
    const quiz = await post<{ id: string; version: number }>(`/classes/${classId}/quizzes`, asLead, { count: 8 });
    const target = { classId, groupId: null, studentId: null, opensAt: null, shutsAt: null };
    const release = await post<{ id: string }>(`/quizzes/${quiz.id}/releases`, asLead, {
      ...{ version: quiz.version, rules: presets.weeklyReview, targets: [target] },
    });
    const { students } = await get<{ students: { entryCard: string }[] }>(`/classes/${classId}/students`);
    for (const { entryCard } of students.slice(0, most - seats.length)) {
      const asStudent = await signedIn(url, "/api/entry", { card: entryCard });
      const begun = await post<{ sitting: { id: string; items: unknown[] }; token: string }>(
        `/student/releases/${release.id}/sittings`,
        asStudent,
        {},
      );
      seats.push({ sittingId: begun.sitting.id, token: begun.token, questions: begun.sitting.items.length });
    }
  }
  return seats;
}

export class Students {
  /** The last number that was acknowledged of each question of each sitting. */
  readonly acknowledged = new Map<string, Acknowledged>();
  /** Requests that were not answered with success, by what came instead. */
  readonly failed = new Map<string, number>();
  answered = 0;
  /** When the last answer was acknowledged, and the longest that nobody was. */
  private lastAt = Date.now();
  longestSilenceMs = 0;
  private isOn = true;
  private readonly working: Promise<void>[];

  constructor(url: string, seats: readonly Seat[], everyMs: number) {
    this.working = seats.map((seat, i) => this.work(url, seat, everyMs, (i / seats.length) * everyMs));
  }

  /** Lets each finish the answer that is on its way. */
  async stop(): Promise<void> {
    this.isOn = false;
    await Promise.all(this.working);
  }

  forgetSilence(): void {
    this.lastAt = Date.now();
    this.longestSilenceMs = 0;
    this.failed.clear();
    this.answered = 0;
  }

  private async work(url: string, seat: Seat, everyMs: number, after: number): Promise<void> {
    await setTimeout(after);
    for (let seq = 1; this.isOn; seq++) {
      const position = 1 + (seq % seat.questions);
      // As a device does: the same answer again until it is acknowledged.
      while (!(await this.send(url, seat, { position, seq }))) await setTimeout(500);
      await setTimeout(everyMs);
    }
  }

  private async send(
    url: string,
    { sittingId, token }: Seat,
    given: { position: number; seq: number },
  ): Promise<boolean> {
    const answer = { kind: "oneRightAnswer", optionId: `answer${String(given.seq)}` };
    const event = { ...given, answer, revisit: false, spentMs: 1000, clientMs: Date.now() };
    const response = await fetch(`${url}/api/sittings/${sittingId}/answers`, {
      method: "POST",
      headers: { "content-type": "application/json", authorization: `Sitting ${token}` },
      body: JSON.stringify({ epoch: 1, shown: [], events: [event] }),
      signal: AbortSignal.timeout(25_000),
    }).catch((error: unknown) => (error instanceof Error ? error.message : "failed"));
    if (typeof response === "string" || !response.ok) return this.note(response);
    const { stored } = (await response.json()) as { stored: { seq: number; disposition: string }[] };
    if (stored[0]?.disposition !== "counted") return this.note(`not counted: ${stored[0]?.disposition ?? "nothing"}`);
    this.answered += 1;
    this.acknowledged.set(`${sittingId} ${String(given.position)}`, { sittingId, ...given });
    this.longestSilenceMs = Math.max(this.longestSilenceMs, Date.now() - this.lastAt);
    this.lastAt = Date.now();
    return true;
  }

  private async note(response: Response | string): Promise<false> {
    const what =
      typeof response === "string" ? response : `${String(response.status)} ${(await response.text()).slice(0, 80)}`;
    this.failed.set(what, (this.failed.get(what) ?? 0) + 1);
    return false;
  }
}

async function signedIn(url: string, path: string, body: unknown): Promise<Record<string, string>> {
  const answer = await fetch(url + path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${String(answer.status)} ${await answer.text()}`);
  await answer.arrayBuffer();
  return {
    cookie: answer.headers
      .getSetCookie()
      .map((one) => one.split(";")[0] ?? "")
      .join("; "),
  };
}

async function json<T>(answer: Response): Promise<T> {
  if (!answer.ok) throw new Error(`${answer.url}: ${String(answer.status)} ${await answer.text()}`);
  return (await answer.json()) as T;
}
