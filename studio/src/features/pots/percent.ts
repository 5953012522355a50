/** A share as people say it: "12 %", "0.4 %". */
export const percent = (share: number) => `${share < 0.0095 ? (share * 100).toFixed(1) : String(Math.round(share * 100))} %`;

/** A share where tenths would say too much: "12 %", "under 1 %". */
export const roughly = (share: number) => (share > 0 && share < 0.01 ? 'under 1 %' : `${String(Math.round(share * 100))} %`);
