/** Writing a point on image: the picture, the places drawn on it, and which of them is right. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { boxOf, shapeInBox, type Region, type Shape } from "@verdant/core/items/pointOnImage";
import type { Image } from "@verdant/core/richText";
import { useState } from "react";
import { ImageDialog } from "../../../richText/ImageDialog.tsx";
import { OptionalText } from "../../../richText/OptionalText.tsx";
import type { EditorProps } from "../editorProps.ts";
import { MisconceptionField } from "../MisconceptionField.tsx";
import { newOptionId } from "../newOptionId.ts";
import { PlacesCanvas } from "./PlacesCanvas.tsx";
import { RemoveRow } from "../../../ui/RowButtons.tsx";
import { t } from "../../../platform/words.ts";

export function PointOnImageEditor({ content, onChange }: EditorProps<"pointOnImage">) {
  const { image, regions } = content;
  const [isChoosing, setChoosing] = useState(false);
  const set = (id: string, change: Partial<Region>) => {
    onChange({ ...content, regions: regions.map((region) => (region.id === id ? { ...region, ...change } : region)) });
  };
  const add = (shape: Shape) => {
    const region = { id: newOptionId(), label: nextLabel(regions), shape, isKey: regions.length === 0 };
    onChange({ ...content, regions: [...regions, region] });
  };
  return (
    <Stack spacing={1.5} role="group" aria-label={t("Picture and places")}>
      <Typography variant="body2" sx={{ fontWeight: 700 }}>
        {t("Picture and places")}
      </Typography>
      <Box>
        <Button
          variant="outlined"
          onClick={() => {
            setChoosing(true);
          }}
        >
          {image ? t("Another picture, or its description") : t("Choose the picture")}
        </Button>
      </Box>
      {isChoosing && (
        <ImageDialog
          before={image && { ...image }}
          close={() => {
            setChoosing(false);
          }}
          insert={(attrs) => {
            onChange({ ...content, image: { type: "image", ...attrs } as Image });
          }}
        />
      )}
      {image && (
        <>
          <PlacesCanvas
            image={image}
            regions={regions}
            add={add}
            move={(id, shape) => {
              set(id, { shape });
            }}
          />
          <Typography variant="caption" color="textSecondary" component="p">
            {t(
              "Draw the right place and some that could be taken for it. Where two overlap, the upper one in the list counts. Whoever does not point chooses from the names, so these must not give the answer away.",
            )}
          </Typography>
          {regions.map((region, i) => (
            <RegionRow
              key={region.id}
              region={region}
              number={i + 1}
              set={(change) => {
                set(region.id, change);
              }}
              remove={() => {
                onChange({ ...content, regions: regions.filter((one) => one.id !== region.id) });
              }}
            />
          ))}
          <FormControlLabel
            control={
              <Switch
                checked={content.showsRegions}
                onChange={(_, showsRegions) => {
                  onChange({ ...content, showsRegions });
                }}
              />
            }
            label={t("Students see the places as outlines and choose one; else they find it on the bare picture")}
          />
        </>
      )}
    </Stack>
  );
}

/** The first letter that no place has yet. */
function nextLabel(regions: readonly Region[]): string {
  const used = new Set(regions.map((region) => region.label));
  for (let i = 0; i < 26; i++) {
    const letter = String.fromCharCode(65 + i);
    if (!used.has(letter)) return letter;
  }
  return "";
}

const sides = [
  ["x", t("From the left")],
  ["y", t("From the top")],
  ["width", t("Width")],
  ["height", t("Height")],
] as const;

function RegionRow(props: {
  region: Region;
  number: number;
  set: (change: Partial<Region>) => void;
  remove: () => void;
}) {
  const { region, number, set, remove } = props;
  const box = boxOf(region.shape);
  return (
    <Paper variant="outlined" sx={{ p: 1.25 }} role="group" aria-label={t("Place {{number}}", { number })}>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
        <FormControlLabel
          control={
            <Checkbox
              checked={region.isKey}
              onChange={(_, isKey) => {
                set({ isKey });
              }}
            />
          }
          label={t("right")}
        />
        <TextField
          size="small"
          label={t("Name of place {{number}}", { number })}
          value={region.label}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          sx={{ flex: 1, minWidth: 140 }}
          onChange={(event) => {
            set({ label: event.target.value });
          }}
        />
        <RemoveRow what={t("place {{number}}", { number })} remove={remove} />
      </Box>
      <Box sx={{ display: "flex", gap: 1, mt: 1.25 }}>
        {sides.map(([side, label]) => (
          <TextField
            key={side}
            size="small"
            type="number"
            label={label}
            value={Math.round(box[side])}
            sx={{ flex: 1 }}
            onChange={(event) => {
              const value = Number(event.target.value);
              if (Number.isFinite(value)) set({ shape: shapeInBox(region.shape, { ...box, [side]: value }) });
            }}
          />
        ))}
      </Box>
      <OptionalText
        label={t("Reason for place {{number}}", { number })}
        hint={t("why it is right or wrong to point here")}
        value={region.rationale}
        onChange={(rationale) => {
          set({ rationale });
        }}
      />
      {!region.isKey && (
        <Box sx={{ mt: 1, maxWidth: 420 }}>
          <MisconceptionField
            label={t("Wrong idea that place {{number}} shows", { number })}
            value={region.misconceptionId}
            onChange={(misconceptionId) => {
              set({ misconceptionId });
            }}
          />
        </Box>
      )}
    </Paper>
  );
}
