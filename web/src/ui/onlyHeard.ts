/** Words for whoever reads by ear: there, but not seen. */
export const onlyHeard = {
  position: "absolute",
  width: "1px",
  height: "1px",
  overflow: "hidden",
  clipPath: "inset(50%)",
  whiteSpace: "nowrap",
} as const;
