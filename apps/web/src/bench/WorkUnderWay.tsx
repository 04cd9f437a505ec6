import { useWork } from '../api/work';
import { Action } from '../ui/controls';

/** The long edit under way: its name, how far it is, and a stop. */
export function WorkUnderWay() {
  const work = useWork((s) => s.work);
  if (!work) return null;
  const { name, share, doing, stop } = work;
  return (
    <div className="my-3 rounded-lg border border-rule bg-paper p-3" role="status">
      <div className="flex items-center justify-between gap-2 text-[13px]">
        <span className="min-w-0 truncate font-medium">{name}</span>
        <Action onClick={stop}>Stop</Action>
      </div>
      <div
        className="mt-2 h-1.5 overflow-hidden rounded bg-rule"
        role="progressbar"
        aria-label={name}
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
      >
        <div className="h-full bg-woad transition-[width]" style={{ width: `${share * 100}%` }} />
      </div>
      <p className="mt-1 truncate text-[12.5px] text-soft">{doing || 'Begins'}</p>
    </div>
  );
}
