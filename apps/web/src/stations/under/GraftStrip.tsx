import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { FileAction } from '../../ui/FileAction';
import { scaled } from './graft-corners';
import { GraftFrom } from './GraftFrom';
import { graftFile, layGraft } from './grafting';

const BOX =
  'pointer-events-auto flex min-h-8 flex-wrap items-center gap-2 rounded-lg bg-sheet/90 px-3 py-1 text-[13px]';

/** A graft beneath the picked piece: where it comes from, and how large it is. */
export function GraftStrip() {
  const bench = useOnBench();
  const { doc } = bench;
  const picked = useBench((s) => s.pickedPiece);
  const piece = doc.pieces.find(({ id }) => id === picked);
  if (!piece) return <span className={BOX}>Pick the piece that it is laid beneath.</span>;
  const { graft } = piece;
  return (
    <span className={`${BOX} select-none`}>
      <GraftFrom piece={piece} />
      <FileAction
        label="Picture to graft"
        accept="image/png,image/jpeg,image/webp,image/svg+xml"
        onFiles={([file]) => void graftFile(bench, piece, file)}
      >
        From a file
      </FileAction>
      {graft && (
        <>
          <Action
            type="button"
            aria-label="Smaller"
            onClick={() => void layGraft(bench, piece, { ...graft, corners: scaled(graft.corners, 0.9) })}
          >
            −
          </Action>
          <Action
            type="button"
            aria-label="Larger"
            onClick={() => void layGraft(bench, piece, { ...graft, corners: scaled(graft.corners, 1 / 0.9) })}
          >
            +
          </Action>
          <Action type="button" onClick={() => void bench.edit('under.pressFlat', piece.id)}>
            Press flat
          </Action>
        </>
      )}
    </span>
  );
}
