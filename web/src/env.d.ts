/// <reference types="astro/client" />

interface ImportMetaEnv {
  /** Names what derives trees and makes lists of them: another text is another program. */
  readonly VERSION: import('./derivation/store').Version;
}

// one icon at a time: the package's index would have the builder read 1,600 of them
declare module 'lucide-react/dist/esm/icons/*' {
  const icon: import('lucide-react').LucideIcon;
  export default icon;
}
