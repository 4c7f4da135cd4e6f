/** Items like the one that is read, found on demand. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import { kindNames } from "@verdant/core/items/kindNames";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useListLikeItemsQuery } from "../api.ts";
import { t } from "../../platform/words.ts";

export function LikePanel({ itemId }: { itemId: string }) {
  const [isOpen, setOpen] = useState(false);
  const { data } = useListLikeItemsQuery({ params: { itemId } }, { skip: !isOpen });
  return (
    <Box component="section" aria-label={t("Like this one")} sx={{ mt: 1 }}>
      <Link
        component="button"
        type="button"
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        {isOpen ? t("Hide what is like this one") : t("Like this one")}
      </Link>
      {data?.items.length === 0 && <Typography variant="body2">{t("Nothing in the bank is like it.")}</Typography>}
      {isOpen && (
        <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, fontSize: 13.5 }}>
          {data?.items.map((one) => (
            <li key={one.id}>
              <Link component={RouterLink} to={`/bank?item=${one.id}`}>
                {one.number}
              </Link>{" "}
              {t("{{stem}} · {{kind}} · {{likeness}}% alike", {
                stem: one.stem,
                kind: kindNames[one.kind],
                likeness: Math.round(one.likeness * 100),
              })}
              {one.isFamily && t(", a look-alike")}
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
