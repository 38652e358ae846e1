/** One thing that can be done about what was said. */
export type ToastAction = { readonly label: string; readonly run: () => void };

/** Says something in passing, at the foot of the page. What shows it is loaded when there is first something to say. */
export function toast(text: string, action?: ToastAction): void {
  void import('./toasts').then(({ showToast }) => showToast(text, action));
}
