/* Keeps the students' page itself, so that a reload without network still starts. Never keeps questions or answers. */
const shell = "verdant-shell-1";

self.addEventListener("install", (event) => {
  event.waitUntil(self.skipWaiting());
});

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
