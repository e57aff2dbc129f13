/// <reference types="vite/client" />

declare module 'virtual:guide' {
  /** docs/guide.md as HTML, and its chapters. */
  export const html: string;
  export const chapters: readonly { readonly id: string; readonly title: string }[];
}
