/** The code of an entry card: its words behind the # of the address, which no server and no log ever sees. */
import { QRCodeSVG } from "qrcode.react";
import { t } from "../platform/words.ts";

export const CardCode = ({ card, of, size }: { card: string; of: string; size: number }) => (
  <QRCodeSVG
    value={`${window.location.origin}/s#${card.replaceAll(" ", "-")}`}
    size={size}
    marginSize={2}
    title={t("Code of {{of}}’s card", { of })}
    style={{ flexShrink: 0 }}
  />
);
