/** The least that could be done with an answer: parse, one upsert on one of many rows, say so. By itself, as the server is. */
import express from "express";
import pg from "pg";
import { poolSize } from "./installation.ts";

export async function bareApp(pool: pg.Pool) {
  await pool.query(
    "create table if not exists bare (id int primary key, body jsonb not null, at timestamptz not null) with (fillfactor = 80)",
  );
  const app = express();
  app.use(express.json());
  app.post("/save/:id", async (req, res) => {
    const { body } = req.body as { body: unknown };
    await pool.query(
      "insert into bare values ($1, $2, now()) on conflict (id) do update set body = excluded.body, at = excluded.at",
      [req.params.id, body],
    );
    res.json({ ok: true });
  });
  return app;
}

const { BARE_URL, BARE_PORT } = process.env;
if (BARE_URL !== undefined) {
  const app = await bareApp(new pg.Pool({ connectionString: BARE_URL, max: poolSize }));
  app.listen(Number(BARE_PORT), "127.0.0.1");
}
