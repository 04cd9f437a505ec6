import { useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { blobUrl, call } from '../../api/client';
import { asWork } from '../../api/work';
import { tellError } from '../../api/useCharacter';
import { useOnBench } from '../../bench/context';
import { Action, Choice } from '../../ui/controls';
import { giveFile } from '../../ui/give-file';
import { useTrial } from './trial-store';

type As = 'gif' | 'webp' | 'stills';

const KINDS: { value: As; word: string }[] = [
  { value: 'gif', word: 'moving, GIF' },
  { value: 'webp', word: 'moving, WebP' },
  { value: 'stills', word: 'stills, PNG' },
];
const SIZES = ['240', '480', '720', '1080'].map((value) => ({ value, word: `${value} px high` }));

/** Saves the motion that is tried as a picture to show: one that moves, or stills side by side. */
export function ToShow() {
  const { doc, view } = useOnBench();
  const { motion, fps, amount, wears, late, says } = useTrial(
    useShallow(({ motion, fps, amount, wears, late, says }) => ({ motion, fps, amount, wears, late, says })),
  );
  const [as, setAs] = useState<As>('gif');
  const [tall, setTall] = useState('480');
  if (!motion) return null;
  const save = async () => {
    try {
      const wish = { motion, fps, amount, late, says: [...says], tall: Number(tall), as, wears: [...wears] };
      const made = await asWork('Drawing the motion', (signal) => call('trial.show', view.id, wish, signal));
      if (made) giveFile(blobUrl(made.blob), `${doc.character.code}_${view.key}_${motion}.${made.ending}`);
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <section aria-label="To show" className="mb-4">
      <h3 className="mb-1 text-[15px]">To show</h3>
      <div className="flex flex-wrap items-center gap-1.5">
        <Choice label="Kind of picture" value={as} options={KINDS} onChange={setAs} />
        <Choice label="Its size" value={tall} options={SIZES} onChange={setTall} />
        <Action onClick={() => void save()}>Save the motion</Action>
      </div>
    </section>
  );
}
