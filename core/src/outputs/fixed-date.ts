/** The date in files is always the same, so that the same job makes the same bytes: in PDF, which counts from Greenwich. */
export const FIXED_DATE = new Date(Date.UTC(2000, 0, 1));
/** The same in archives, which know local time alone. */
export const FIXED_LOCAL_DATE = new Date(2000, 0, 1);
