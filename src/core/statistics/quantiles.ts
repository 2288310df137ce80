import jstat from "jstat";

/**
 * The value of the standard normal distribution below which a share of all lies.
 * @param share above 0 and below 1
 * @example normalQuantile(0.95) // about 1.645
 */
export const normalQuantile = (share: number): number => jstat.normal.inv(share, 0, 1);

/**
 * The value of the beta distribution below which a share of all lies.
 * @example betaQuantile(0.5, 1, 1) // 0.5
 */
export const betaQuantile = (share: number, alpha: number, beta: number): number => jstat.beta.inv(share, alpha, beta);
