import { useNavigate } from 'react-router';
import { useOnBench } from '../../bench/context';
import { viewKeyOf, viewWord } from '../../bench/view-words';
import { Action } from '../../ui/controls';

/** The views by their names, each to be named otherwise or deleted. */
export function ViewList() {
  const { doc, view, edit } = useOnBench();
  const navigate = useNavigate();
  const show = (key: string) => void navigate(`/characters/${doc.character.id}/turns?view=${key}`);
  return (
    <section aria-label="Views by name" className="mt-4">
      <h3 className="mb-1 text-[15px]">Views</h3>
      {doc.views.map(({ id, key, version }) => (
        <div key={id} className="flex items-center gap-2 border-b border-rule py-1">
          <input
            key={key}
            aria-label={`Name of the ${viewWord(key).toLowerCase()} view`}
            defaultValue={viewWord(key)}
            maxLength={31}
            className="h-8 min-w-0 flex-1 rounded-md border border-rule bg-paper px-2 text-[13px]"
            onBlur={({ target }) => {
              const named = viewKeyOf(target.value);
              if (named === '' || named === key) target.value = viewWord(key);
              else
                void edit('views.rename', id, { key: named, saw: { [id]: version } }).then((state) => {
                  if (!state) target.value = viewWord(key);
                  else if (id === view.id) show(named);
                });
            }}
            onKeyDown={(event) => {
              if (event.key === 'Escape') event.currentTarget.value = viewWord(key);
              if (event.key === 'Escape' || event.key === 'Enter') event.currentTarget.blur();
            }}
          />
          {doc.views.length > 1 && (
            <Action
              tone="wrong"
              aria-label={`Delete the ${viewWord(key).toLowerCase()} view`}
              title="With its pieces and joints; undo brings them back"
              onClick={() =>
                void edit('views.remove', id).then((state) => {
                  const left = state && doc.views.find((one) => one.id !== id);
                  if (left && id === view.id) show(left.key);
                })
              }
            >
              Delete
            </Action>
          )}
        </div>
      ))}
    </section>
  );
}
