import { FINISH_NAMES, USUAL_FINISHES, type Finish, type FinishName } from '@limber-sheaf/core';
import { call } from '../../api/client';
import { tellError } from '../../api/useCharacter';
import { ColourField } from '../../ui/ColourField';
import { Choice, LedgerRow } from '../../ui/controls';
import { FileAction } from '../../ui/FileAction';
import { Range } from '../../ui/Range';
import { BLEND_WORDS, FINISH_WORDS } from './package-words';
import { setOptions, usePackage } from './package-store';

const NONE = 'none';

/** A texture or a tint to be baked into every image of the package. */
export function FinishChoices() {
  const { finish } = usePackage().options;
  const set = (change: Partial<Finish>) => finish && setOptions({ finish: { ...finish, ...change } });
  const isEdge = finish?.name === 'edge-shade' || finish?.name === 'edge-light';
  return (
    <div className="mt-2">
      <LedgerRow name="Finish">
        <Choice<FinishName | typeof NONE>
          label="Finish"
          value={finish?.name ?? NONE}
          options={[
            { value: NONE, word: 'none' },
            ...FINISH_NAMES.map((name) => ({ value: name, word: FINISH_WORDS[name] })),
          ]}
          onChange={(name) => setOptions({ finish: name === NONE ? null : USUAL_FINISHES[name] })}
        />
      </LedgerRow>
      {finish?.name === 'own' && <OwnTexture texture={finish.texture} onChange={(texture) => set({ texture })} />}
      {finish?.name === 'tint' ? (
        <LedgerRow name="Colour">
          <ColourField
            label="Colour of the tint"
            value={finish.colour ?? [0, 0, 0]}
            onChange={(colour) => set({ colour })}
          />
        </LedgerRow>
      ) : (
        finish &&
        !isEdge && (
          <LedgerRow name="Laid over">
            <Choice
              label="How the finish is laid over"
              value={finish.blend}
              options={(['multiply', 'screen'] as const).map((value) => ({ value, word: BLEND_WORDS[value] }))}
              onChange={(blend) => set({ blend })}
            />
          </LedgerRow>
        )
      )}
      {isEdge && (
        <LedgerRow name="Along the edges of">
          <Choice
            label="Whose edges"
            value={finish.scope}
            options={[
              { value: 'figure', word: 'the figure' },
              { value: 'piece', word: 'each piece' },
            ]}
            onChange={(scope) => set({ scope })}
          />
        </LedgerRow>
      )}
      {finish && (
        <div className="mt-1.5">
          <Range
            label="Strength"
            name="Strength of the finish"
            unit="%"
            value={Math.round(finish.strength * 100)}
            low={0}
            high={100}
            onChange={(percent) => set({ strength: percent / 100 })}
          />
          <p className="mt-1 text-[12.5px] text-soft">
            {finish.scope === 'piece'
              ? 'Shaded piece by piece: what shows at rest is not the design any more.'
              : 'The design itself stays without it; the rest match is held against the design with the same finish.'}
          </p>
        </div>
      )}
    </div>
  );
}

/** Chooses the picture of a texture. */
function OwnTexture({ texture, onChange }: { texture: string | null; onChange: (texture: string) => void }) {
  const bring = async (file: File) => {
    const form = new FormData();
    form.append('design', file, file.name);
    try {
      onChange((await call('handOff.texture', '', form)).texture);
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <LedgerRow name={texture ? 'Its picture is here' : 'No picture yet'}>
      <FileAction label="Picture of the texture" accept="image/*" onFiles={([file]) => void bring(file)}>
        {texture ? 'Choose another…' : 'Choose a picture…'}
      </FileAction>
    </LedgerRow>
  );
}
