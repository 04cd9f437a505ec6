import { Sheet } from '../ui/Sheet';
import { useTold } from '../ui/tell';
import { useBench } from './store';

/** What the bench has said since it was opened, newest first: to be read when its toast has gone. */
export function SaidList() {
  const told = useTold((state) => state.told);
  return (
    <Sheet title="What was said" onClose={() => useBench.setState({ saidShown: false })}>
      {told.length === 0 && <p className="text-[13px] text-soft">Nothing yet since this page was opened.</p>}
      <ol>
        {told.toReversed().map(({ number, at, text, description, refused }) => (
          <li key={number} className="flex gap-4 border-b border-rule py-2 text-[13px]">
            <time className="figures text-soft" dateTime={at.toISOString()}>
              {at.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })}
            </time>
            <div className="min-w-0 flex-1">
              {refused && <span className="text-madder">Not done: </span>}
              {text}
              {description && <p className="mt-0.5 text-soft">{description}</p>}
            </div>
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
