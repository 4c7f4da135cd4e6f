/* Keeps the students' page itself, so that a reload without network still starts. Never keeps questions or answers. */
const shell = "verdant-shell-2";

self.addEventListener("install", (event) => {
  event.waitUntil(Promise.all([self.skipWaiting(), keepFirst()]));
});

/** The page was there before this worker: it is kept at once, with the files that it names. */
async function keepFirst() {
  const cache = await caches.open(shell);
  const first = await fetch("/s");
  if (!first.ok) return;
  await cache.put("/s", first.clone());
  await keepAll([...(await first.text()).matchAll(/"(\/assets\/[^"]+)"/g)].map((found) => found[1]));
}

/** What the page has loaded before this worker saw its requests. */
self.addEventListener("message", (event) => {
  const { keep } = event.data ?? {};
  if (Array.isArray(keep)) event.waitUntil(keepAll(keep.map(String).filter((path) => path.startsWith("/assets/"))));
});

async function keepAll(paths) {
  const cache = await caches.open(shell);
  await Promise.allSettled(paths.map(async (path) => (await cache.match(path)) ?? cache.add(path)));
}

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (name !== shell) await caches.delete(name);
      await self.clients.claim();
    })(),
  );
});

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (event.request.mode === "navigate" && (url.pathname === "/s" || url.pathname.startsWith("/s/"))) {
    event.respondWith(page(event.request));
  } else if (url.pathname.startsWith("/assets/")) {
    event.respondWith(asset(event.request));
  }
});

/** The page from the network; without network the last one, together with the policy it came with. */
async function page(request) {
  const cache = await caches.open(shell);
  try {
    const fresh = await fetch(request);
    if (fresh.ok) await cache.put("/s", fresh.clone());
    return fresh;
  } catch {
    return (await cache.match("/s")) ?? Response.error();
  }
}

/** Built files never change under one name. */
async function asset(request) {
  const cache = await caches.open(shell);
  const kept = await cache.match(request);
  if (kept) return kept;
  const fresh = await fetch(request);
  if (fresh.ok) await cache.put(request, fresh.clone());
  return fresh;
}
