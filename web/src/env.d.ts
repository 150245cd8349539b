/// <reference types="astro/client" />

interface ImportMetaEnv {
  /** Names what derives trees and makes lists of them: another text is another program. */
  readonly PROGRAM: string;
}
