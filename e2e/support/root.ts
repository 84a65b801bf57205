/** The checkout's folder: Playwright starts from it, or from e2e. */
export const ROOT = process.cwd().replace(/\/e2e$/, '');
