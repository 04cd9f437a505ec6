/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { SWRConfig } from 'swr';
import { ApiError } from '../api/client';
import { Address, whereIs } from '../testing/address';
import { answer, asked, resetServer } from '../testing/server';
import { Cast } from './Cast';
import { said, toasts } from '../testing/toasts';

jest.mock('../api/client');
const pilot = {
  id: 'pilot',
  name: 'Juniper',
  code: 'juniper',
  picture: 'sha',
  designArea: 1000,
  doubts: null,
  untaken: 0,
  pieces: 24,
  joints: 18,
  rounded: 18,
  handOffs: 2,
  deleted: false,
};
let cards: (typeof pilot)[];

function show(path = '/productions/p', productions: object[] = [{ id: 'p', name: 'Low Tide Post' }]) {
  answer('cast.productions', () => productions as never);
  answer('cast.cards', () => cards as never);
  return render(
    <MemoryRouter initialEntries={[path]}>
      <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>
        <Routes>
          <Route path="/" element={<Cast />} />
          <Route path="/productions/:productionId" element={<Cast />} />
          <Route path="*" element={null} />
        </Routes>
        <Address />
      </SWRConfig>
    </MemoryRouter>,
  );
}

beforeEach(() => {
  resetServer();
  cards = [pilot];
});

describe('a card', () => {
  const line = async (card: Partial<typeof pilot>) => {
    cards = [{ ...pilot, ...card }];
    show();
    const item = (await screen.findByRole('heading', { name: 'Juniper' })).closest('li');
    const text = item?.textContent ?? '';
    cleanup();
    return text;
  };

  test('says what is left, in figures, and counts one as one', async () => {
    expect(await line({ pieces: 0, joints: 0, rounded: 0 })).toContain(
      'A raw design: a first draft, or the first part.',
    );
    expect(await line({ untaken: 125, rounded: 17 })).toContain('12.5 % still uncut · 1 joint to round');
    expect(await line({ rounded: 15 })).toContain('3 joints to round');
    expect(await line({ pieces: 1, joints: 1, rounded: 1, handOffs: 0 })).toMatch(
      /Nothing left over\.1 piece · 1 joint$/,
    );
    expect(await line({})).toMatch(/24 pieces · 18 joints · v002$/);
  });

  test('opens the bench', async () => {
    show();
    await userEvent.click(await screen.findByRole('button', { name: 'Open Juniper' }));
    expect(whereIs()).toBe('/characters/pilot/cut');
  });

  const choose = async (word: string) => {
    show();
    await userEvent.click(await screen.findByRole('button', { name: 'More for Juniper' }));
    await userEvent.click(await screen.findByRole('menuitem', { name: word }));
  };

  test('is deleted at once, and a click brings it back', async () => {
    answer('cast.remove', () => {
      cards = [{ ...pilot, deleted: true }];
      return {};
    });
    answer('cast.change', () => ({}));
    await choose('Delete');
    await waitFor(() => expect(said).toEqual(['Juniper is deleted.']));
    expect(screen.getByRole('heading', { name: 'Deleted' })).toBeTruthy();
    toasts.at(-1)?.action?.onClick();
    await waitFor(() =>
      expect(asked).toContainEqual({ operation: 'cast.change', id: 'pilot', body: { deleted: false } }),
    );
    await userEvent.click(screen.getByRole('button', { name: 'Bring back' }));
    expect(asked.filter(({ operation }) => operation === 'cast.change')).toHaveLength(2);
  });

  test('that cannot be deleted says why', async () => {
    answer('cast.remove', () => Promise.reject(new ApiError(409, 'stale', 'Somebody changed it just now.')));
    await choose('Delete');
    await waitFor(() => expect(said).toEqual(['Somebody changed it just now.']));
  });

  test('is doubled', async () => {
    answer('cast.duplicate', () => {
      cards = [pilot, { ...pilot, id: 'copy', name: 'Juniper copy' }];
      return {};
    });
    await choose('Duplicate');
    expect(await screen.findByRole('heading', { name: 'Juniper copy' })).toBeTruthy();
  });
});

test('an empty cast says what to do; without a production one is started', async () => {
  cards = [];
  show();
  expect(await screen.findByText(/Nobody here yet. Drop a finished design/)).toBeTruthy();
  cleanup();
  answer('cast.createProduction', () => ({ id: 'new', name: 'New production' }));
  show('/', []);
  await userEvent.click(await screen.findByRole('button', { name: 'Start a production' }));
  await waitFor(() => expect(whereIs()).toBe('/productions/new'));
});

test('a production that is not there leads to the first', async () => {
  show('/productions/gone');
  expect(await screen.findByText(/There is no such production/)).toBeTruthy();
});

describe('a new character', () => {
  const state = (plan: object | null) => ({ doc: { character: { id: 'made', plan } }, notes: [] }) as never;
  const open = async (...files: File[]) => {
    const { container } = show();
    await screen.findByRole('button', { name: 'Open Juniper' });
    const table = container.firstElementChild as HTMLElement;
    fireEvent.dragOver(table, { dataTransfer: { files } });
    expect(screen.getByText('Drop the design here')).toBeTruthy();
    fireEvent.drop(table, { dataTransfer: { files } });
    return within(await screen.findByRole('dialog'));
  };

  test('takes its name from the file, and opens at Plan', async () => {
    answer('cast.create', () => state(null));
    const form = await open(new File(['…'], 'mud_lark-front.png'));
    expect(form.getByLabelText<HTMLInputElement>('Name').value).toBe('Mud lark front');
    await userEvent.click(form.getByRole('button', { name: 'Bring in' }));
    await waitFor(() => expect(whereIs()).toBe('/characters/made/plan'));
  });

  test('several files are several views, the front first; one that is refused is named, the others stay', async () => {
    const brought: string[] = [];
    answer('cast.create', (body) => {
      brought.push(`design of ${(body as FormData).get('name') as string}`);
      return state({});
    });
    answer('bringIn.addView', (body) => {
      const key = (body as FormData).get('key') as string;
      if (key === 'side') throw new ApiError(422, 'unreadable', 'The picture breaks off.');
      brought.push(key);
      return state({});
    });
    const form = await open(
      new File(['…'], 'lark side.png'),
      new File(['…'], 'lark back.png'),
      new File(['…'], 'lark front.png'),
    );
    expect(form.getByText(/3 files, one a view/)).toBeTruthy();
    await userEvent.click(form.getByRole('button', { name: 'Bring in' }));
    await waitFor(() => expect(whereIs()).toBe('/characters/made/cut'));
    expect(brought).toEqual(['design of Lark side', 'back']);
    expect(said).toEqual(['lark side.png was left out: The picture breaks off.']);
  });

  test('without a name or with a file that is refused, it stays open and says why', async () => {
    answer('cast.create', () =>
      Promise.reject(new ApiError(422, 'unreadable', 'This is no picture.', 'Bring in a PNG.')),
    );
    const form = await open(new File(['…'], '.png'));
    await userEvent.click(form.getByRole('button', { name: 'Bring in' }));
    expect(await form.findByText('Give the character a name.')).toBeTruthy();
    await userEvent.type(form.getByLabelText(/^Name/), 'Lark{Enter}');
    expect((await form.findByRole('alert')).textContent).toBe('This is no picture. Bring in a PNG.');
    expect(whereIs()).toBe('/productions/p');
    await userEvent.click(form.getByRole('button', { name: 'Cancel' }));
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  test('needs a file first', async () => {
    show();
    await userEvent.click(await screen.findByRole('button', { name: 'New character' }));
    const form = within(await screen.findByRole('dialog'));
    expect(form.getByRole<HTMLButtonElement>('button', { name: 'Bring in' }).disabled).toBe(true);
    await userEvent.upload(form.getByLabelText('Design'), new File(['…'], 'lark.psd'), { applyAccept: false });
    expect(form.getByText('lark.psd')).toBeTruthy();
    expect(form.getByRole<HTMLButtonElement>('button', { name: 'Bring in' }).disabled).toBe(false);
  });
});
