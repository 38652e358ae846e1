import { Button } from './button';

/** Somebody recorded what this version cannot read: what is here is kept, and a reload brings the version that can. */
export function Behind({ problem, className = '' }: { readonly problem: string; readonly className?: string }) {
  return (
    <div role="alert" className={`flex flex-wrap items-center gap-x-4 gap-y-1 py-2 text-sm ${className}`}>
      <p className="min-w-0 flex-1">
        <strong>New entries cannot be read here.</strong> Everything on this device is saved. Reload to get the new
        version. <span className="text-faint">{problem}</span>
      </p>
      <Button className="max-md:min-h-11" onClick={() => window.location.reload()}>
        Reload
      </Button>
    </div>
  );
}
