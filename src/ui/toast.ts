/** Says something in passing, at the foot of the page. What shows it is loaded when there is first something to say. */
export function toast(text: string): void {
  void import('./toasts').then(({ showToast }) => showToast(text));
}
