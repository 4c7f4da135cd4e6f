import { Ring } from "../ui/Ring.tsx";

/** The product's mark: the ring, three quarters done. */
export const Mark = ({ size = 24 }: { size?: number }) => (
  <Ring size={size} segments={["done", "done", "done", "open"]} label="" />
);
