/** The nonce of this page: whoever puts styles into it needs it. */
export const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "";
