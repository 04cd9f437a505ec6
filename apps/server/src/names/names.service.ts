import { changeCharacter, counted, renameParts, type NamingScheme, type Renaming } from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { HandOff } from '../data/models.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';

/** A name as it has left. */
export interface HandedName {
  partId: string;
  name: string;
  /** The version since which it has stood without a break. */
  since: number;
}

/** What a manifest says of names. */
interface NamedManifest {
  views: { pieces: { id: string; name: string }[]; handles?: { id: string; name: string }[] }[];
}

/** Names: the scheme, renamings of many parts at once, and which names have left. */
@Injectable()
export class NamesService {
  constructor(private readonly edits: EditService) {}

  setScheme(characterId: string, context: EditContext, scheme: NamingScheme): Promise<CharacterState> {
    return this.edits.run(characterId, context, (doc) => ({
      kind: 'naming-scheme',
      summary: 'Change how names are made',
      diff: changeCharacter(doc, { scheme }),
    }));
  }

  rename(characterId: string, context: EditContext, renamings: readonly Renaming[]): Promise<CharacterState> {
    return this.edits.run(characterId, context, (doc) => ({
      kind: 'rename',
      summary: `Rename ${counted(renamings.length, 'part')}`,
      diff: renameParts(doc, renamings),
    }));
  }

  /** The names of the newest version, each with the version since which it has stood. */
  async handedOff(characterId: string): Promise<HandedName[]> {
    const rows = await HandOff.findAll({
      where: { characterId },
      attributes: ['number', 'manifest'],
      order: [['number', 'DESC']],
    });
    const [newest, ...earlier] = rows.map(({ number, manifest }) => ({
      number,
      names: namesOf(manifest as NamedManifest),
    }));
    if (!newest) return [];
    return [...newest.names].map(([partId, name]) => {
      let since = newest.number;
      for (const { number, names } of earlier) {
        if (names.get(partId) !== name) break;
        since = number;
      }
      return { partId, name, since };
    });
  }
}

function namesOf({ views }: NamedManifest): Map<string, string> {
  return new Map(
    views.flatMap(({ pieces, handles = [] }) =>
      [...pieces, ...handles].map(({ id, name }): [string, string] => [id, name]),
    ),
  );
}
