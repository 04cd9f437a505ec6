import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';

/** The design's main colours, as they are kept with the character. */
export function PalettePanel() {
  const { doc, view, edit } = useOnBench();
  const { palette } = doc.character;
  return (
    <section className="mt-4">
      <h3 className="mb-1 text-[15px]">Palette</h3>
      {palette ? (
        <ul className="grid grid-cols-2 gap-x-3">
          {palette.map(({ hex, name, share }) => (
            <li key={hex} className="flex items-center gap-2 py-0.5 text-[12.5px]" title={hex}>
              <span className="size-4 shrink-0 rounded-full border border-rule" style={{ background: hex }} />
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <span className="figures text-[12px] text-soft">{Math.round(share * 100)}%</span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mb-1 text-[12.5px] text-soft">
          Keep the design’s main colours: later views are held against them.
        </p>
      )}
      <Action
        className="mt-1.5 h-7"
        onClick={() => void edit('bringIn.palette', doc.character.id, { viewId: view.id })}
      >
        {palette ? 'Take it again' : 'Take a palette'}
      </Action>
    </section>
  );
}
