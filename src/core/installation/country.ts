/** Where the installation is, as far as the law differs. */
export const countries = ['England', 'Wales', 'Scotland', 'Northern Ireland'] as const;
