export type Kept = { readonly data: string; readonly root?: string };
export declare function whoseCluster(
  kept: Kept | null,
  here: string,
):
  | { readonly is: 'own'; readonly data: string | null }
  | { readonly is: 'moved' | 'copy'; readonly original: string; readonly data: string };
