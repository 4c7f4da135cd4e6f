/** Loaded before a program: says at its end, on standard error, how long it ran and the most that it held. */
const start = performance.now();
const inMb = (kilobytes) => Math.round(kilobytes / 1024);
const before = inMb(process.memoryUsage().rss / 1024);
process.on("exit", () => {
  const seconds = (performance.now() - start) / 1000;
  // Kilobytes on Linux.
  process.stderr.write(`\n${JSON.stringify({ seconds, before, peak: inMb(process.resourceUsage().maxRSS) })}\n`);
});
