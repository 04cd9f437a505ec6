import { useRef } from 'react';
import { useOnBench } from '../../bench/context';
import { Action } from '../../ui/controls';
import { lookAtBack } from './bring-back';

/** Begins to bring repainted art back: a layered file, or images by the names they left with. */
export function BringBackButton() {
  const { view } = useOnBench();
  const field = useRef<HTMLInputElement>(null);
  return (
    <section aria-label="Bring back" className="mt-5">
      <h3 className="mb-1 text-[15px]">Bring back</h3>
      <p className="mb-2 text-[12.5px] text-soft">
        Art that was repainted elsewhere: the layered file, or images by the names they left with. Drop them on the
        parts sheet, or choose them.
      </p>
      <input
        ref={field}
        type="file"
        multiple
        accept="image/*,.psd,.ora"
        className="hidden"
        aria-label="Repainted art"
        onChange={({ target }) => {
          void lookAtBack(view.id, [...(target.files ?? [])]);
          target.value = '';
        }}
      />
      <Action onClick={() => field.current?.click()}>Choose files…</Action>
    </section>
  );
}
