'use client';

import { createRoot } from 'react-dom/client';
import { Toaster, toast } from 'sonner';
import type { ToastAction } from './toast';

const style = { background: 'var(--ink)', color: 'var(--paper)', border: 'none', borderRadius: 3 };
let shown = false;

/** Shows a text at the foot of the page, beside the page and not of it: it outlives what said it. */
export function showToast(text: string, action?: ToastAction): void {
  if (!shown) {
    shown = true;
    const place = document.body.appendChild(document.createElement('div'));
    createRoot(place).render(<Toaster position="bottom-center" toastOptions={{ style }} />);
  }
  toast(text, action ? { action: { label: action.label, onClick: action.run }, duration: 10_000 } : undefined);
}
