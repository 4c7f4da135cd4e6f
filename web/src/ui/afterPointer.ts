/** What shifts the page must wait for the pointer to be lifted: what is pressed would move away from under it. */

let isDown = false;
const note = (down: boolean) => () => {
  isDown = down;
};
document.addEventListener("pointerdown", note(true), true);
for (const end of ["pointerup", "pointercancel"]) document.addEventListener(end, note(false), true);

/** Acts now; while a button or finger is down, as soon as its click has happened. */
export function afterPointer(act: () => void): void {
  if (!isDown) {
    act();
    return;
  }
  const once = () => {
    for (const end of ["pointerup", "pointercancel"]) document.removeEventListener(end, once);
    setTimeout(act);
  };
  for (const end of ["pointerup", "pointercancel"]) document.addEventListener(end, once);
}
