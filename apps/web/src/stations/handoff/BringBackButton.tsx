import { useOnBench } from '../../bench/context';
import { FileAction } from '../../ui/FileAction';
import { lookAtBack } from './bring-back';

/** Begins to bring repainted art back: a layered file, or images by the names they left with. */
export function BringBackButton() {
  const { view } = useOnBench();
  return (
    <section aria-label="Bring back" className="mt-5">
      <h3 className="mb-1 text-[15px]">Bring back</h3>
      <p className="mb-2 text-[12.5px] text-soft">
        Art that was repainted elsewhere: the layered file, or images by the names they left with. Drop them on the
        parts sheet, or choose them.
      </p>
      <FileAction
        label="Repainted art"
        accept="image/*,.psd,.ora"
        multiple
        onFiles={(files) => void lookAtBack(view.id, files)}
      >
        Choose files…
      </FileAction>
    </section>
  );
}
