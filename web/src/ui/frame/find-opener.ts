import { createContext, useContext } from 'react';

/** Opens what finds trees and pages; the frame provides it. */
export const FindOpener = createContext<() => void>(() => {});
export const useFindOpener = () => useContext(FindOpener);
