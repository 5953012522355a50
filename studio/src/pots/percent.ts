/** A share as people say it: "12 %", "0.4 %". */
export const percent = (share: number) => `${share < 0.0095 ? (share * 100).toFixed(1) : String(Math.round(share * 100))} %`;
