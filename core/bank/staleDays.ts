/**
 * After so many days a bank need not pay a check any more: the United States Uniform Commercial Code 4-404 says
 * six months. (check: India has three months)
 */
export const STALE_DAYS = 180
