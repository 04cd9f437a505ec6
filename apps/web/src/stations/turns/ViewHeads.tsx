import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';

/** The head of a table with a column a view. */
export function ViewHeads({ of }: { of: string }) {
  const { doc } = useOnBench();
  return (
    <thead>
      <tr className="text-left text-[12px] text-soft">
        <th className="font-normal">{of}</th>
        {doc.views.map(({ id, key }) => (
          <th key={id} className="px-1 text-center font-normal">
            {viewWord(key)}
          </th>
        ))}
      </tr>
    </thead>
  );
}
