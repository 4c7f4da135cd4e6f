/** A picture of the shelf in small, or what stands for a recording. */
import Box from "@mui/material/Box";
import type { KeptMedia } from "@verdant/contract/media";
import { AudioLines, Clapperboard } from "lucide-react";

export function MediaThumb({ media, height }: { media: Pick<KeptMedia, "hash" | "kind">; height: number }) {
  const Icon = media.kind === "audio" ? AudioLines : Clapperboard;
  return (
    <Box
      sx={{ height, display: "grid", placeItems: "center", bgcolor: "#fff", borderRadius: 1, overflow: "hidden" }}
      aria-hidden
    >
      {media.kind === "picture" ? (
        <Box
          component="img"
          src={`/api/media/${media.hash}`}
          alt=""
          loading="lazy"
          sx={{ maxWidth: "100%", maxHeight: height, objectFit: "contain" }}
        />
      ) : (
        <Icon size={Math.min(48, height / 2)} />
      )}
    </Box>
  );
}
