import * as Menu from '@radix-ui/react-dropdown-menu';
import { Ellipsis } from 'lucide-react';

interface Props {
  name: string;
  onRename: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

const item = 'cursor-pointer rounded px-2.5 py-1.5 text-[13px] outline-none data-highlighted:bg-paper';

/** What can be done with a character from its card. */
export function CardMenu({ name, onRename, onDuplicate, onDelete }: Props) {
  return (
    <Menu.Root>
      <Menu.Trigger className="cursor-pointer rounded-md p-1 text-soft hover:bg-paper" aria-label={`More for ${name}`}>
        <Ellipsis size={18} />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content
          align="end"
          className="z-50 min-w-36 rounded-lg border border-rule bg-sheet p-1 text-ink shadow-lg"
          // The rename field takes the focus itself; the menu must not take it back.
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <Menu.Item className={item} onSelect={onRename}>
            Rename
          </Menu.Item>
          <Menu.Item className={item} onSelect={onDuplicate}>
            Duplicate
          </Menu.Item>
          <Menu.Item className={`${item} text-madder`} onSelect={onDelete}>
            Delete
          </Menu.Item>
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
