/** The class that a teacher works with at the moment: kept on this device; null: all classes alike. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { useCallback } from "react";
import { useDispatch, useSelector } from "react-redux";

const key = "verdant.classInFocus";

const slice = createSlice({
  name: "classInFocus",
  initialState: (): { id: string | null } => ({ id: localStorage.getItem(key) }),
  reducers: {
    focusOn: (state, { payload }: PayloadAction<string | null>) => {
      state.id = payload;
    },
  },
});

export const classInFocus = slice.reducer;

export function useClassInFocus() {
  const id = useSelector((state: { classInFocus: { id: string | null } }) => state.classInFocus.id);
  const dispatch = useDispatch();
  const focusOn = useCallback(
    (classId: string | null) => {
      if (classId === null) localStorage.removeItem(key);
      else localStorage.setItem(key, classId);
      dispatch(slice.actions.focusOn(classId));
    },
    [dispatch],
  );
  return { id, focusOn };
}

/** Classes with the one in focus before the others. */
export const inFocusFirst = <T extends { readonly id: string }>(classes: readonly T[], inFocus: string | null): T[] =>
  classes.toSorted((a, b) => Number(b.id === inFocus) - Number(a.id === inFocus));
