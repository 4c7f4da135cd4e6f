/** Paper is white: while it prints, a page wears the light theme, whatever it wears on the screen. */
export function printLight(): void {
  const { dataset } = document.documentElement;
  let worn: string | undefined;
  window.addEventListener("beforeprint", () => {
    worn = dataset["theme"];
    if (worn !== undefined) dataset["theme"] = "light";
  });
  window.addEventListener("afterprint", () => {
    if (worn !== undefined) dataset["theme"] = worn;
  });
}
