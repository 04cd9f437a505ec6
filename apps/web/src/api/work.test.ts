import { asWork, noteProgress, useWork } from './work';

/** A promise that is settled by hand. */
function byHand<T>() {
  let settle: (value: T) => void = () => undefined;
  let fail: (error: unknown) => void = () => undefined;
  const promise = new Promise<T>((done, refuse) => {
    settle = done;
    fail = refuse;
  });
  return { promise, settle, fail };
}

test('what is under way has a name and goes forward only; when it is done it is gone', async () => {
  const { promise, settle } = byHand<string>();
  const made = asWork('Fit and round all', () => promise);
  expect(useWork.getState().work).toMatchObject({ name: 'Fit and round all', share: 0 });
  noteProgress(0.4, 'arm_A_hand');
  noteProgress(0.3, 'arm_A_lower');
  expect(useWork.getState().work).toMatchObject({ share: 0.4, doing: 'arm_A_lower' });
  settle('state');
  expect(await made).toBe('state');
  expect(useWork.getState().work).toBeNull();
});

test('a stop reaches whoever does the work', async () => {
  const made = asWork(
    'Fit and round all',
    (signal) => new Promise<string>((done) => signal.addEventListener('abort', () => done('stopped'))),
  );
  useWork.getState().work?.stop();
  expect(await made).toBe('stopped');
  expect(useWork.getState().work).toBeNull();
});

test('what fails is not under way any more, and its error is passed on', async () => {
  const { promise, fail } = byHand<string>();
  const made = asWork('Fit and round all', () => promise);
  fail(new Error('no'));
  await expect(made).rejects.toThrow('no');
  expect(useWork.getState().work).toBeNull();
});

test('progress of nothing under way is not shown', () => {
  noteProgress(0.5, 'arm_A_hand');
  expect(useWork.getState().work).toBeNull();
});
