/** The sound of waves on a beach, made of noise that swells and fades: a WAV of 8,000 samples a second, 8 bits each. */
import { randomFrom } from "@verdant/core/random";

const rate = 8000;

/**
 * @param seconds how long it lasts
 * @param perMinute waves that break in a minute
 */
export function soundOfWaves(seconds: number, perMinute: number): Buffer {
  const next = randomFrom(`waves ${perMinute}`);
  const samples = Buffer.alloc(seconds * rate);
  const period = 60 / perMinute;
  let smooth = 0;
  for (let i = 0; i < samples.length; i++) {
    const into = ((i / rate) % period) / period;
    // A wave rises slowly, breaks, and runs out over the beach.
    const loudness = into < 0.35 ? (into / 0.35) ** 3 : Math.exp(-6 * (into - 0.35));
    smooth += 0.25 * (2 * next() - 1 - smooth);
    samples[i] = 128 + Math.round(100 * (0.08 + loudness) * smooth);
  }
  const header = Buffer.alloc(44);
  header.write("RIFF", 0, "latin1");
  header.writeUInt32LE(36 + samples.length, 4);
  header.write("WAVEfmt ", 8, "latin1");
  header.writeUInt32LE(16, 16);
  header.writeUInt16LE(1, 20);
  header.writeUInt16LE(1, 22);
  header.writeUInt32LE(rate, 24);
  header.writeUInt32LE(rate, 28);
  header.writeUInt16LE(1, 32);
  header.writeUInt16LE(8, 34);
  header.write("data", 36, "latin1");
  header.writeUInt32LE(samples.length, 40);
  return Buffer.concat([header, samples]);
}
