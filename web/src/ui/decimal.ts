/** The decimal sign of whoever reads this page. */
export const DECIMAL: '.' | ',' = (1.5).toLocaleString().includes(',') ? ',' : '.';
