import { versionWord } from '@limber-sheaf/core';
import { useHandOffs } from '../../api/useHandOffs';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';

export const handOff = defineStation({
  key: 'handoff',
  number: 10,
  word: 'Hand-off',
  hotkey: '0',
  hint: 'Check everything and make the package.',
  useFigure() {
    const { doc } = useOnBench();
    const version = useHandOffs(doc.character.id).list?.versions[0]?.number;
    return { word: version ? versionWord(version) : '–', share: version ? 1 : 0, open: false };
  },
  load: () => import('./station'),
});
