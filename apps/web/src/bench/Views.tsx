import { useRef } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { refuse, tell } from '../ui/tell';
import { ApiError } from '../api/client';
import { useAddView } from '../api/useAddView';
import { viewKeyFromFile, viewWord } from './view-words';
import { useOnBench } from './context';

/** The character's views; another can be brought in beside them. */
export function Views() {
  const { doc, view } = useOnBench();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const addView = useAddView(doc.character.id);
  const bring = async (files: FileList | null) => {
    const taken = doc.views.map((v) => v.key);
    for (const file of files ?? []) {
      const key = viewKeyFromFile(file.name, taken);
      try {
        const state = await addView(key, file);
        taken.push(key);
        for (const note of state.notes ?? []) tell(note);
        void navigate(`${pathname}?view=${key}`);
      } catch (error) {
        if (error instanceof ApiError) refuse(`${file.name}: ${error.sentence}`, { description: error.remedy });
      }
    }
  };
  return (
    <div
      className="flex shrink-0 items-center overflow-hidden rounded-lg border border-rule"
      role="group"
      aria-label="Views"
    >
      {doc.views.map((v) => (
        <button
          key={v.id}
          type="button"
          aria-pressed={v.id === view.id}
          title={`${v.width} × ${v.height} px`}
          onClick={() => void navigate(`${pathname}?view=${v.key}`)}
          className={`h-8 cursor-pointer px-3 text-[13px] font-medium ${v.id === view.id ? 'bg-ink text-sheet' : 'bg-sheet text-ink hover:bg-paper'}`}
        >
          {viewWord(v.key)}
        </button>
      ))}
      <button
        type="button"
        aria-label="Add a view"
        title="Add a view from another picture of this character"
        onClick={() => input.current?.click()}
        className="h-8 cursor-pointer border-l border-rule bg-sheet px-2.5 text-[15px] text-soft hover:bg-paper"
      >
        +
      </button>
      <input
        ref={input}
        type="file"
        multiple
        className="hidden"
        aria-label="Pictures of further views"
        accept={DESIGN_FILES}
        onChange={(event) => {
          void bring(event.target.files);
          event.target.value = '';
        }}
      />
    </div>
  );
}

/** The kinds of file that are read. */
export const DESIGN_FILES = '.png,.jpg,.jpeg,.webp,.ora,.psd,.svg,image/png,image/jpeg,image/webp,image/svg+xml';
