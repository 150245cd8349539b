/** What is used of jStat, which brings no types of its own. */
declare module 'jstat' {
  interface StudentT {
    /** Quantile of Student's t: p from 0 to 1, degrees of freedom above 0, whole or not. */
    inv(p: number, df: number): number;
    cdf(x: number, df: number): number;
    pdf(x: number, df: number): number;
  }
  export const jStat: { readonly studentt: StudentT };
  const all: { readonly jStat: typeof jStat };
  export default all;
}
