import type { ViewMeasure } from '@limber-sheaf/core';
import { poseNoteUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { useDoor } from './useDoor';

/** What in the poses will make separating hard, view by view, with what to ask the designer for. */
export function PoseList({ measures }: { measures: ReadonlyMap<string, ViewMeasure> }) {
  const { doc } = useOnBench();
  const open = useDoor();
  const views = doc.views.filter(({ id }) => measures.has(id));
  const found = views.flatMap((view) => measures.get(view.id)?.pose.map((finding) => ({ view, finding })) ?? []);
  if (views.length === 0) return null;
  return (
    <section aria-label="Ready to separate?" className="mb-4">
      <h3 className="mt-3 mb-1 text-[15px]">Ready to separate?</h3>
      {found.length === 0 ? (
        <p className="text-[13px] text-soft">
          {views.length === 1 ? 'Nothing in this pose' : 'Nothing in these poses'} will make separating hard.
        </p>
      ) : (
        <ul>
          {found.map(({ view, finding }) => (
            <li
              key={`${view.id} ${finding.sentence}`}
              className="mb-1.5 border-l-[3px] border-brass py-0.5 pl-2.5 text-[13px]"
            >
              <button
                type="button"
                className="cursor-pointer text-left"
                onClick={() => open(view.id, null, finding.place)}
              >
                <span className="font-medium">{viewWord(view.key)}.</span> {finding.sentence}
              </button>
            </li>
          ))}
        </ul>
      )}
      {found.length > 0 && (
        <a
          className="text-[13px] text-woad underline"
          href={poseNoteUrl(doc.character.id)}
          download={`${doc.character.code}_poses.png`}
          title="A picture of the views with these places marked, and what to ask for beneath"
        >
          Save as a note for the designer
        </a>
      )}
    </section>
  );
}
