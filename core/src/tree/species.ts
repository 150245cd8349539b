/** Figures of a species that measurements of a tree may need; what is left out is assumed, and the result says so. */
export interface SpeciesFigures {
  readonly crown?: 'conifer' | 'broad';
  /** Standard deviation of the tip's horizontal offset, metres. */
  readonly tipOffset?: number;
  readonly formFactor?: number;
  readonly formFactorSigma?: number;
  /** Girard form class, per cent. */
  readonly formClass?: number;
  /** Inches per 16-ft log. */
  readonly taperPerLog?: number;
}

export const DEFAULT_FORM_CLASS = 78;
export const DEFAULT_TAPER_PER_LOG = 2;
/** Usual offsets of a tip from plumb: 0.5 m for conifers, 1.5 m for broad crowns; the wider one where the crown is not known. */
export const TIP_OFFSET = { conifer: 0.5, broad: 1.5 } as const;
