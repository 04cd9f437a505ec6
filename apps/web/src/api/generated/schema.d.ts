// Made by npm run api.
export interface paths {
  '/api/health': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** Is the server up, and its database? With the longest its main thread was held since last asked, ms */
    get: operations['health.check'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/blobs/{sha256}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A picture or package by its SHA-256; never changes */
    get: operations['blob.get'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** All productions */
    get: operations['cast.productions'];
    put?: never;
    /** Start a production */
    post: operations['cast.createProduction'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions/{id}/characters': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The cast: a card a character, deleted ones too */
    get: operations['cast.cards'];
    put?: never;
    /** A new character from a picture of its finished design (multipart: name, design) */
    post: operations['cast.create'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions/{id}/line-up.png': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A picture of the cast side by side on one floor */
    get: operations['cast.lineUp'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A whole character, with what can be undone */
    get: operations['cast.state'];
    put?: never;
    post?: never;
    /** Delete a character; undo or a change of `deleted` brings it back */
    delete: operations['cast.remove'];
    options?: never;
    head?: never;
    /** Rename a character, or bring a deleted one back */
    patch: operations['cast.change'];
    trace?: never;
  };
  '/api/characters/{id}/duplicate': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Copy a character */
    post: operations['cast.duplicate'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/undo': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take back the last edit of the caller (x-actor) */
    post: operations['cast.undo'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/redo': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Bring back the edit the caller undid last */
    post: operations['cast.redo'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/trace': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give the pixels inside a loop to a part */
    post: operations['cut.trace'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/nib': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Add what a round nib goes over to a part, or take it away from a piece */
    post: operations['cut.nib'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/take-rest': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give all that is still uncut to a part */
    post: operations['cut.takeRest'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/give-back': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give the pixels inside a loop back to the design */
    post: operations['cut.giveBack'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/cross': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Cut a piece in two along a line */
    post: operations['cut.cross'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/sweep-up': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give offcuts to the pieces they belong to */
    post: operations['cut.sweepUp'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/take': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give shapes of pixels to parts, all as one edit */
    post: operations['cut.take'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/retake': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take anew what the last edit took, by other numbers, in its place */
    post: operations['cut.retake'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/cut/copy': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Copy pixels into a piece and leave them where they are */
    post: operations['cut.copy'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/reshape': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Grow or shrink a piece, or fill its holes */
    post: operations['cut.reshape'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/islands': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a new piece of all islands but the largest */
    post: operations['cut.islands'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/merge': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Merge other pieces into this one */
    post: operations['cut.merge'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Set a piece’s margin, its edges, or drop its copies */
    patch: operations['cut.change'];
    trace?: never;
  };
  '/api/parts/{id}/name': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Name a part anew */
    patch: operations['cut.rename'];
    trace?: never;
  };
  '/api/views/{id}/cut/remove': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Delete pieces back to the design, all as one edit */
    post: operations['cut.remove'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/views': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Add a view from another picture (multipart: key, design) */
    post: operations['bringIn.addView'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/sort': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make pieces of a layered file’s layers */
    post: operations['bringIn.sort'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/matte': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Free a design of its plain backdrop */
    post: operations['bringIn.matte'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/specks': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Sweep specks and haze away */
    post: operations['bringIn.specks'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/palette': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take the design’s main colours and keep them */
    post: operations['bringIn.palette'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/draft': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Do all that can be proposed for a raw view, as one edit */
    post: operations['draft.draft'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/doubts': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** What a first draft has left to decide, what most depends on first */
    get: operations['draft.doubts'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/doubts/settle': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Answer a doubt */
    post: operations['draft.settle'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/checks': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** All checks of a view as it is now, with the proof of each joint */
    get: operations['handOff.checks'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/handoffs': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The versions handed off so far, and the newest job */
    get: operations['handOff.list'];
    put?: never;
    /** Make a package: answers with the job */
    post: operations['handOff.start'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/handoffs/compare': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** What differs between any two versions, and how either looks at rest */
    post: operations['handOff.compare'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/textures': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Keep a picture as a texture for a finish (multipart: design) */
    post: operations['handOff.texture'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/handoffs/{id}/restore': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Bring a character back to what a version was, as a new edit */
    post: operations['handOff.restore'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/handoffs/{id}/sheet': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A page with a version’s parts sheets, to print and to fetch the package from */
    get: operations['handOff.sheet'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/handoffs/{id}/package.zip': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A package */
    get: operations['handOff.download'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/bring-back/look': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Hold repainted art against the pieces it left as (multipart: art) */
    post: operations['bringBack.look'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/bring-back': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take repainted art over, piece by piece (multipart: art, take, renew) */
    post: operations['bringBack.take'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions/{id}/presets': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The ways to make a package that a production keeps */
    get: operations['presets.list'];
    put?: never;
    /** Keep a way to make a package for a production, under a name */
    post: operations['presets.keep'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/presets/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a kept way to make a package go */
    delete: operations['presets.drop'];
    options?: never;
    head?: never;
    /** Give a kept way to make a package another name, or other options under its name */
    patch: operations['presets.change'];
    trace?: never;
  };
  '/api/views/{id}/joints/sweeps': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The sweeps of a view’s joints that turn, each under the key of what it was measured of */
    get: operations['joints.sweeps'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/joints': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Place a joint between two pieces that touch */
    post: operations['joints.place'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/joints/fit-all': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Fit and round every joint that is missing; tells what it left and why */
    post: operations['joints.fitAll'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/joints/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Delete a joint */
    delete: operations['joints.remove'];
    options?: never;
    head?: never;
    /** Change a joint: disc, range, outline, looseness, rounding */
    patch: operations['joints.change'];
    trace?: never;
  };
  '/api/joints/{id}/fit': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Fit the disc to the contour again */
    post: operations['joints.fit'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/joints/{id}/in-front': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Which of the two is drawn in front */
    post: operations['joints.inFront'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/joints/chain': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Fit and round a joint between each of some pieces and the next */
    post: operations['joints.chain'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/joints/{id}/copy': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give another joint, or the other side of the limb, what this one has; linked if asked for */
    post: operations['joints.copy'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/joints/{id}/link': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** End the link with another joint */
    delete: operations['joints.unlink'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/scheme': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Set how names are made: order, separator, letter case, sides */
    patch: operations['names.scheme'];
    trace?: never;
  };
  '/api/characters/{id}/names': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Name many parts anew, all of them or none */
    post: operations['names.rename'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/names/handed-off': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The names that have left, each with the version since which it has stood */
    get: operations['names.handedOff'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions/{id}/schemes': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The naming schemes that a production keeps */
    get: operations['schemes.list'];
    put?: never;
    /** Keep a naming scheme for a production, under a name */
    post: operations['schemes.keep'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/schemes/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a kept scheme go; characters that took it over keep it */
    delete: operations['schemes.drop'];
    options?: never;
    head?: never;
    /** Give a kept scheme another name, or another scheme under its name */
    patch: operations['schemes.change'];
    trace?: never;
  };
  '/api/characters/{id}/plan': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Set what is to move, the closest shot, the views and the swap sets */
    put: operations['plan.setPlan'];
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/sides': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Set how the two sides are told apart in names */
    patch: operations['plan.setSides'];
    trace?: never;
  };
  '/api/views/{id}/enlarge': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Enlarge a canvas, while nothing has been handed off */
    post: operations['plan.enlarge'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/borders': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** How long a border each two pieces of a view share at rest, by places in the draw order */
    get: operations['stack.borders'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/order': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Move a piece in the draw order */
    post: operations['stack.order'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/order-as-usual': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Lay every piece where its part usually lies in the draw order */
    post: operations['stack.asUsual'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/parts/{id}/parent': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Set which part a part moves with */
    patch: operations['stack.parent'];
    trace?: never;
  };
  '/api/parts/{id}/alone': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Say that a part is meant to stay while what lies about it moves */
    patch: operations['stack.alone'];
    trace?: never;
  };
  '/api/views/{id}/handles': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Begin a handle: a part without paint from which others hang */
    post: operations['handles.add'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/handles/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Take a handle away; what hung from it hangs from what it hung from */
    delete: operations['handles.remove'];
    options?: never;
    head?: never;
    /** Put a handle’s pivot elsewhere */
    patch: operations['handles.move'];
    trace?: never;
  };
  '/api/joints/{id}/order-changes': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Have pieces drawn elsewhere while a joint stands within a range */
    post: operations['orderByPose.add'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/order-changes/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Keep the draw order as it is at rest */
    delete: operations['orderByPose.remove'];
    options?: never;
    head?: never;
    /** Set the angles at which a change of the draw order holds */
    patch: operations['orderByPose.range'];
    trace?: never;
  };
  '/api/pieces/{id}/swap-set': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Start a set at a piece: its own paint is the default drawing */
    post: operations['swaps.start'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a set go with all its drawings; the piece stays */
    delete: operations['swaps.remove'];
    options?: never;
    head?: never;
    /** Change a set’s chart: its shapes and its moods */
    patch: operations['swaps.chart'];
    trace?: never;
  };
  '/api/swap-sets/{id}/rename': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give a shape or a mood of a chart another name; its drawings go along */
    post: operations['swaps.rename'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/drawings': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Bring drawings in from files, by their names (multipart: art, viewId, shape, mood) */
    post: operations['swaps.bring'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/held': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Let a drawing hold a thing, a piece of its own named by its file (multipart: art, viewId) */
    post: operations['swaps.hold'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/blank': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Say that a drawing is blank: nothing is drawn while it shows */
    post: operations['swaps.blank'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/lids': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Compute the lids that a set of eyes lacks */
    post: operations['swaps.lids'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/mirror': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give a set’s drawings to the piece of the other side, mirrored */
    post: operations['swaps.mirror'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/beneath': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Paint beneath a set’s piece what it alone covers, in the paint about it */
    post: operations['swaps.beneath'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/moving-picture': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a moving picture of drawings that change */
    post: operations['swaps.movingPicture'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/seat-all': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Put every drawing on its seat, turned and scaled if wanted; tells what it left and why */
    post: operations['swaps.seatAll'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Delete a drawing, out of looks and cycles as well */
    delete: operations['swaps.delete'];
    options?: never;
    head?: never;
    /** Move a drawing to another cell of its chart, or say what it hides */
    patch: operations['swaps.change'];
    trace?: never;
  };
  '/api/drawings/{id}/move': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Move a drawing by whole pixels */
    post: operations['swaps.move'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/marks': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Set a drawing’s two marks; on the default drawing they are the set’s */
    put: operations['swaps.marks'];
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/make': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a drawing of another: bent, parted, darkened; a copy without steps */
    post: operations['making.make'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/press-flat': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Press a made drawing flat: what it was made of may change, and it stays */
    post: operations['making.pressFlat'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/paint': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Paint on a drawing with the nib, or take paint away */
    post: operations['making.paint'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/take-over': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Use a drawing’s picture of one view in another, put on its seat there */
    post: operations['making.takeOver'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/take-over': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Use every drawing of another view that this one lacks, put on its seat; tells what it left */
    post: operations['making.takeAllOver'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/rim': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make the rim round the white that a pupil lies in, of the face’s own paint */
    post: operations['making.rim'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/drawings/{id}/same-end': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give a drawing the default one’s paint in the disc of its piece’s joint */
    post: operations['making.sameEnd'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/rules': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    /** Link a set to another, or say where its second pictures are drawn */
    patch: operations['making.rules'];
    trace?: never;
  };
  '/api/characters/{id}/looks': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Keep a look: drawings of several sets that are chosen at once */
    post: operations['looks.keepLook'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/looks/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a look go */
    delete: operations['looks.removeLook'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/swap-sets/{id}/cycles': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Keep a cycle: drawings of a set after one another, each held for some frames */
    post: operations['looks.keepCycle'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/cycles/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a cycle go */
    delete: operations['looks.removeCycle'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/productions/{id}/charts': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The charts that a production keeps */
    get: operations['charts.list'];
    put?: never;
    /** Keep a chart for a production, under a name: sets of its kind start with it */
    post: operations['charts.keep'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/charts/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a kept chart go; sets that started with it keep theirs */
    delete: operations['charts.drop'];
    options?: never;
    head?: never;
    /** Give a kept chart another name */
    patch: operations['charts.change'];
    trace?: never;
  };
  '/api/characters/{id}/poses': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Keep a pose under a name, by parts, so that it holds in every view */
    post: operations['trial.keep'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/poses/from': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take the poses of another character, by the same parts */
    post: operations['trial.take'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/poses/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a pose go */
    delete: operations['trial.remove'];
    options?: never;
    head?: never;
    /** Give a pose another name */
    patch: operations['trial.rename'];
    trace?: never;
  };
  '/api/characters/{id}/motions': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Keep a motion through poses under a name; from the last it goes back to the first */
    post: operations['trial.keepMotion'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/motions/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Let a motion go; its poses stay */
    delete: operations['trial.removeMotion'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/soft': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Let a piece bend along a line: the one that is given, or one that is proposed */
    put: operations['trial.soft'];
    post?: never;
    /** Make a piece rigid again */
    delete: operations['trial.rigid'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/motion-faults': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** What the pictures of a motion tell: unpainted places that are seen, soft pieces that fold */
    post: operations['trial.faults'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/trial-picture': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a picture of a motion: one that moves, or stills side by side */
    post: operations['trial.show'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/turns': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** What all views of a character are compared by */
    get: operations['turns.measures'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/pose-note.png': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A picture for whoever draws: what in the poses will make separating hard, marked and listed */
    get: operations['turns.note'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/heights': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Put a height line of a view where it belongs */
    put: operations['turns.height'];
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/exceptions': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Say that something is otherwise in this view by intent */
    put: operations['turns.exception'];
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/carry-over': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take over draw order and joints from another view */
    post: operations['turns.carry'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/take-colour': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Give a piece the main colour that its part has in another view */
    post: operations['parts.colour'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/fit': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a part as large as it is in another view; what hangs from it and its joints go along */
    post: operations['parts.fit'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/take-side': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Draw a part, and what hangs from it, as its other side is drawn, mirrored */
    post: operations['parts.side'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    post?: never;
    /** Take a view away with all that is made in it */
    delete: operations['views.remove'];
    options?: never;
    head?: never;
    /** Give a view another name */
    patch: operations['views.rename'];
    trace?: never;
  };
  '/api/views/{id}/sheet': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Cut a sheet of up to 12 figures into views; the first takes its place */
    post: operations['views.partSheet'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/mirror': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Make a view of the other side: everything mirrored, the letters kept */
    post: operations['views.mirror'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/take-parts': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take parts of another character of the production, with their joints and hidden paint */
    post: operations['views.takeParts'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/under': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** What comes into view bare, piece by piece, the largest first */
    get: operations['under.bare'];
    put?: never;
    /** Paint whatever comes into view bare; tells what it left and why */
    post: operations['under.paintAll'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Paint a piece beneath, as it is proposed */
    post: operations['under.paint'];
    /** Take away what was painted beneath a piece */
    delete: operations['under.clear'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/brush': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Paint beneath a piece by hand, where others hide it */
    post: operations['under.brush'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/fill': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Fill an area beneath a piece that its own paint closes all round */
    post: operations['under.fill'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/under/hidden': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Begin a piece that does not show at rest, where others hide it */
    post: operations['under.hidden'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/shadow': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Take a painted-in shadow off a piece, as a piece of its own over clean paint */
    post: operations['under.shadow'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/views/{id}/under/nothing-at': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Say of a hole that opens in motion that there is nothing */
    post: operations['under.nothingAt'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/graft': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Lay paint of another piece beneath, or the graft that is there otherwise */
    post: operations['under.graft'];
    /** Press a graft flat: it is paint like any from then on */
    delete: operations['under.pressFlat'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/graft-file': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Lay a picture from a file beneath a piece (multipart: design) */
    post: operations['under.graftFile'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/contours': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    /** Carry a piece’s contours on by hand */
    put: operations['under.contours'];
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/pieces/{id}/under/ends-here': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Say that nothing of a piece goes on beneath what hides it */
    post: operations['under.endsHere'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/events': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** Server-sent events: new revisions, jobs, and the progress of edits under way */
    get: operations['events.stream'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/history': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** The newest edits of a character */
    get: operations['history.list'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/history/{revision}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** A character as it was after an edit, and how that differs from now */
    get: operations['history.at'];
    put?: never;
    post?: never;
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/characters/{id}/history/{revision}/restore': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    get?: never;
    put?: never;
    /** Bring a character back to what it was after an edit, as a new edit */
    post: operations['history.restore'];
    delete?: never;
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
  '/api/jobs/{id}': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    /** How far a job is */
    get: operations['jobs.job'];
    put?: never;
    post?: never;
    /** Stop a job */
    delete: operations['jobs.cancel'];
    options?: never;
    head?: never;
    patch?: never;
    trace?: never;
  };
}
export type webhooks = Record<string, never>;
export interface components {
  schemas: {
    NameBody: {
      name: string;
    };
    ChangeCharacterBody: {
      name?: string | null;
      deleted?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    DuplicateBody: {
      name?: string | null;
    };
    TraceBody: {
      loop: number[];
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      pieceId?: string | null;
      tokens?: components['schemas']['Tokens'];
    };
    NibBody: {
      stroke: number[];
      away?: boolean | null;
      hardness?: number | null;
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      pieceId?: string | null;
      tokens?: components['schemas']['Tokens'];
    };
    TakeRestBody: {
      /** Format: uuid */
      pieceId?: string | null;
      tokens?: components['schemas']['Tokens'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    GiveBackBody: {
      /** Format: uuid */
      pieceId?: string | null;
      loop: number[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    CrossCutBody: {
      /** Format: uuid */
      pieceId?: string | null;
      line: number[];
      /** @enum {unknown} */
      take: 'left' | 'right';
      tokens: components['schemas']['Tokens'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    SweepUpBody: {
      place?: components['schemas']['PlaceBody'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    TakeBody: {
      targets: components['schemas']['TakeTarget'][];
      /** @enum {unknown|null} */
      word?: 'Soak up' | 'Trace' | 'Mirror' | 'Accept' | 'Take' | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ReplaceBody: {
      replaces: number;
      saw?: {
        [key: string]: number;
      } | null;
      targets: components['schemas']['TakeTarget'][];
      /** @enum {unknown|null} */
      word?: 'Soak up' | 'Trace' | 'Mirror' | 'Accept' | 'Take' | null;
    };
    CopyBody: {
      /** Format: uuid */
      pieceId: string;
      mask: components['schemas']['Shape'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    ReshapeBody: {
      by?: number | null;
      fillHoles?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    NamedBody: {
      tokens: components['schemas']['Tokens'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    MergeBody: {
      goneIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    ChangePieceBody: {
      margin?: number | null;
      unmix?: boolean | null;
      dropCopies?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    RemoveBody: {
      pieceIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    ViewBody: {
      key: string;
    };
    SortBody: {
      layers: components['schemas']['SortedLayerBody'][];
      keepApart: boolean;
      saw?: {
        [key: string]: number;
      } | null;
    };
    MatteBody: {
      tolerance: number;
      openHoles: number[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    SpecksBody: {
      largest: number;
      saw?: {
        [key: string]: number;
      } | null;
    };
    PaletteBody: {
      /** Format: uuid */
      viewId: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    EditBody: {
      saw?: {
        [key: string]: number;
      } | null;
    };
    SettleBody: {
      key: string;
      /** @enum {unknown} */
      answer: 'right' | 'none' | 'sweep' | 'along' | 'in-front' | 'behind' | 'other' | 'more' | 'less' | 'nothing';
      as?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    PackageBody: {
      note?: string | null;
      viewIds?: string[] | null;
      formats?: ('ora' | 'psd' | 'svg' | 'glb' | 'atlas' | 'sheet')[] | null;
      scale?: number | null;
      pivotMarks?: boolean | null;
      registerFrame?: boolean | null;
      shadows?: boolean | null;
      groups?: boolean | null;
      apart?: boolean | null;
      room?: number | null;
      finish?: components['schemas']['FinishFields'];
    };
    CompareBody: {
      from: number;
      to: number;
    };
    TakeBackBody: {
      take: string[];
      /** @enum {unknown} */
      renew: 'yes' | 'no';
    };
    KeepPresetBody: {
      name: string;
      options: components['schemas']['OptionFields'];
    };
    ChangePresetBody: {
      name?: string | null;
      options?: components['schemas']['OptionFields'];
    };
    PlaceJointBody: {
      /** Format: uuid */
      pieceId: string;
      /** Format: uuid */
      otherId: string;
      disc?: components['schemas']['DiscBody'];
      round?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ChangeJointBody: {
      /** @enum {unknown|null} */
      kind?: 'hinge' | 'one-sided' | 'swivel' | 'slide' | null;
      x?: number | null;
      y?: number | null;
      radius?: number | null;
      rangeLow?: number | null;
      rangeHigh?: number | null;
      wantedLow?: number | null;
      wantedHigh?: number | null;
      /** @enum {unknown|null} */
      outlineOn?: 'back' | 'front' | 'both' | 'none' | 'under' | null;
      /** @enum {unknown|null} */
      discOn?: 'both' | 'child' | 'parent' | null;
      lineWidth?: number | null;
      lineColour?: number[] | null;
      fillColour?: number[] | null;
      looseness?: number | null;
      lineMore?: number | null;
      reach?: number | null;
      taper?: number | null;
      foldsOut?: boolean | null;
      rounded?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    InFrontBody: {
      /** @enum {unknown} */
      inFront: 'child' | 'parent';
      saw?: {
        [key: string]: number;
      } | null;
    };
    ChainBody: {
      pieceIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    CopyJointBody: {
      /** Format: uuid */
      ontoId?: string | null;
      link: boolean;
      saw?: {
        [key: string]: number;
      } | null;
    };
    SchemeBody: {
      saw?: {
        [key: string]: number;
      } | null;
      /** @enum {unknown} */
      sides: 'letters' | 'near-far' | 'left-right';
      /** @enum {unknown} */
      separator: '_' | '-' | ' ';
      /** @enum {unknown} */
      case: 'lower' | 'capital' | 'camel';
      piece: ('group' | 'side' | 'part' | 'index')[];
      pivotMark: string;
      drawing?: ('set' | 'shape' | 'mood' | 'index')[] | null;
      digits?: number | null;
    };
    RenamingsBody: {
      renamings: components['schemas']['RenamingBody'][];
      saw?: {
        [key: string]: number;
      } | null;
    };
    KeepSchemeBody: {
      name: string;
      scheme: components['schemas']['SchemeFields'];
    };
    ChangeSchemeBody: {
      name?: string | null;
      scheme?: components['schemas']['SchemeFields'];
    };
    PlanBody: {
      plan: components['schemas']['PlanDto'];
      word?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    SidesBody: {
      /** @enum {unknown} */
      sides: 'letters' | 'near-far' | 'left-right';
      saw?: {
        [key: string]: number;
      } | null;
    };
    EnlargeBody: {
      left: number;
      top: number;
      right: number;
      bottom: number;
      saw?: {
        [key: string]: number;
      } | null;
    };
    OrderBody: {
      /** Format: uuid */
      inFrontOf?: string | null;
      along?: string[] | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ParentBody: {
      /** Format: uuid */
      parentId?: string | null;
      along?: string[] | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    AloneBody: {
      alone: boolean;
      saw?: {
        [key: string]: number;
      } | null;
    };
    HandleBody: {
      tokens: components['schemas']['Tokens'];
      partIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
      x: number;
      y: number;
    };
    HandlePlaceBody: {
      x: number;
      y: number;
      saw?: {
        [key: string]: number;
      } | null;
    };
    OrderChangeBody: {
      movedIds: string[];
      /** @enum {unknown} */
      place: 'behind' | 'in-front';
      /** Format: uuid */
      atId: string;
      saw?: {
        [key: string]: number;
      } | null;
      low: number;
      high: number;
    };
    OrderRangeBody: {
      low: number;
      high: number;
      saw?: {
        [key: string]: number;
      } | null;
    };
    StartSetBody: {
      /** @enum {unknown|null} */
      kind?: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other' | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ChartBody: {
      shapes?: components['schemas']['ShapeFields'][] | null;
      moods?: string[] | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    RenameInChartBody: {
      /** @enum {unknown} */
      what: 'shape' | 'mood';
      from: string;
      to: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    BringDrawingsBody: {
      /** Format: uuid */
      viewId: string;
      shape?: string | null;
      mood?: string | null;
    };
    HoldBody: {
      /** Format: uuid */
      viewId: string;
    };
    CellBody: {
      shape: string;
      mood: string;
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
    };
    InViewBody: {
      /** Format: uuid */
      viewId: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    MovingBody: {
      /** @enum {unknown} */
      fps: 12 | 24 | 30;
      scenes: components['schemas']['SceneFields'][];
    };
    SeatAllBody: {
      turns?: boolean | null;
      /** Format: uuid */
      setId?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    DrawingBody: {
      shape?: string | null;
      mood?: string | null;
      hides?: string[] | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    MoveDrawingBody: {
      x: number;
      y: number;
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
    };
    MarksBody: {
      marks: number[];
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
    };
    MakeBody: {
      steps: components['schemas']['StepBody'][];
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
      shape: string;
      mood: string;
    };
    PaintDrawingBody: {
      stroke: number[];
      colour: number[];
      softness: number;
      erase: boolean;
      /** @enum {unknown} */
      on: 'picture' | 'over';
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
    };
    FromViewBody: {
      /** Format: uuid */
      fromViewId: string;
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      viewId: string;
    };
    TakeAllOverBody: {
      /** Format: uuid */
      fromViewId: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    SetRulesBody: {
      /** Format: uuid */
      linkedTo?: string | null;
      /** Format: uuid */
      overPartId?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    LookBody: {
      name: string;
      drawingIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    CycleBody: {
      name: string;
      drawingIds: string[];
      frames: number[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    KeepChartBody: {
      name: string;
      chart: components['schemas']['KeptChartFields'];
    };
    ChangeKeptChartBody: {
      name: string;
    };
    PoseBody: {
      name: string;
      turned: components['schemas']['TurnedPart'][];
      root: components['schemas']['PlaceBody'];
      pupils?: components['schemas']['LookingPupil'][] | null;
      drawingIds: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    PosesFromBody: {
      /** Format: uuid */
      characterId: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    PoseNameBody: {
      name: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    OwnMotionBody: {
      name: string;
      steps: components['schemas']['MotionStepBody'][];
      saw?: {
        [key: string]: number;
      } | null;
    };
    SoftBody: {
      line?: components['schemas']['SoftLineBody'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    MotionBody: {
      motion: string;
      /** @enum {unknown} */
      fps: 12 | 24 | 30;
      amount: number;
      late?: boolean | null;
      says?: components['schemas']['SaidScene'][] | null;
    };
    TrialPictureBody: {
      tall: number;
      /** @enum {unknown} */
      as: 'gif' | 'webp' | 'stills';
      wears?: string[] | null;
      motion: string;
      /** @enum {unknown} */
      fps: 12 | 24 | 30;
      amount: number;
      late?: boolean | null;
      says?: components['schemas']['SaidScene'][] | null;
    };
    HeightBody: {
      key: string;
      y?: number | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ExceptionBody: {
      /** Format: uuid */
      partId: string;
      /** @enum {unknown} */
      what: 'unseen' | 'size' | 'height' | 'colour';
      because?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    CarryBody: {
      order?: boolean | null;
      joints?: boolean | null;
      /** Format: uuid */
      only?: string | null;
      saw?: {
        [key: string]: number;
      } | null;
      /** Format: uuid */
      fromId: string;
    };
    FollowBody: {
      /** Format: uuid */
      fromId: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ViewNameBody: {
      key: string;
      saw?: {
        [key: string]: number;
      } | null;
    };
    SheetBody: {
      figures: components['schemas']['SheetFigure'][];
      saw?: {
        [key: string]: number;
      } | null;
    };
    MirrorBody: {
      key: string;
      without: string[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    TakePartsBody: {
      /** Format: uuid */
      fromViewId: string;
      partIds: string[];
      mirrored: boolean;
      saw?: {
        [key: string]: number;
      } | null;
    };
    PaintAllBody: {
      margin?: number | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    PaintPieceBody: {
      /** @enum {unknown|null} */
      mode?: 'flat' | 'smooth' | 'continue' | null;
      line?: components['schemas']['LineBody'];
      anew?: boolean | null;
      replaces?: number | null;
      saw?: {
        [key: string]: number;
      } | null;
      margin?: number | null;
    };
    BrushBody: {
      stroke: number[];
      colour: number[];
      softness: number;
      erase?: boolean | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    FillBody: {
      x: number;
      y: number;
      colour: number[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    HiddenBody: {
      tokens: components['schemas']['Tokens'];
      loop: number[];
      colour: number[];
      shade?: number | null;
      saw?: {
        [key: string]: number;
      } | null;
    };
    ShadowBody: {
      loop: number[];
      saw?: {
        [key: string]: number;
      } | null;
    };
    NothingAtBody: {
      x: number;
      y: number;
      saw?: {
        [key: string]: number;
      } | null;
    };
    GraftBody: {
      /** Format: uuid */
      fromId?: string | null;
      look?: components['schemas']['GraftLookBody'];
      saw?: {
        [key: string]: number;
      } | null;
    };
    ContoursBody: {
      carried: components['schemas']['Contour'][];
      saw?: {
        [key: string]: number;
      } | null;
    };
    EndsHereBody: {
      endsHere: boolean;
      saw?: {
        [key: string]: number;
      } | null;
    };
    BlobParams: {
      sha256: string;
    };
    BlobQuery: {
      width?: number | null;
      by?: number | null;
      x?: number | null;
      y?: number | null;
    };
    IdParam: {
      /** Format: uuid */
      id: string;
    };
    Tokens: {
      group: string;
      /** @enum {unknown|null} */
      side?: 'A' | 'B' | null;
      part?: string | null;
      index?: number | null;
    };
    PlaceBody: {
      x: number;
      y: number;
    };
    RevisionParam: {
      /** Format: uuid */
      id: string;
      revision: number;
    };
    SortedLayerBody: {
      /** @enum {unknown} */
      role: 'fill' | 'line' | 'shade' | 'guide' | 'leave out';
      tokens?: components['schemas']['Tokens'];
    };
    Shape: {
      x: number;
      y: number;
      width: number;
      height: number;
      runs: string;
    };
    TakeTarget: {
      /** Format: uuid */
      pieceId?: string | null;
      tokens?: components['schemas']['Tokens'];
      mask: components['schemas']['Shape'];
    };
    ProductionParam: {
      /** Format: uuid */
      id: string;
    };
    PlannedPartBody: {
      heading: string;
      parents: string[];
      /** @enum {unknown|null} */
      joint?: 'hinge' | 'one-sided' | 'swivel' | 'slide' | null;
      range: number[];
      hidden: boolean;
      group: string;
      /** @enum {unknown|null} */
      side?: 'A' | 'B' | null;
      part?: string | null;
      index?: number | null;
    };
    ShotBody: {
      part: string;
      share: number;
      frame: number;
    };
    SetBody: {
      name: string;
      /** @enum {unknown} */
      kind: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other';
      drawings: number;
    };
    PlanDto: {
      template: string;
      parts: components['schemas']['PlannedPartBody'][];
      shot: components['schemas']['ShotBody'];
      views: string[];
      sets: components['schemas']['SetBody'][];
    };
    DiscBody: {
      x: number;
      y: number;
      radius: number;
    };
    LineBody: {
      width: number;
      colour: number[];
    };
    Contour: {
      /** @enum {unknown} */
      kind: 'curve' | 'line';
      points: number[];
    };
    GraftLookBody: {
      corners: number[];
      light: number;
      warmth: number;
      colour: number;
      soft: number;
    };
    SchemeFields: {
      /** @enum {unknown} */
      sides: 'letters' | 'near-far' | 'left-right';
      /** @enum {unknown} */
      separator: '_' | '-' | ' ';
      /** @enum {unknown} */
      case: 'lower' | 'capital' | 'camel';
      piece: ('group' | 'side' | 'part' | 'index')[];
      pivotMark: string;
      drawing?: ('set' | 'shape' | 'mood' | 'index')[] | null;
      digits?: number | null;
    };
    RenamingBody: {
      /** Format: uuid */
      partId: string;
      tokens: components['schemas']['Tokens'];
    };
    ShapeFields: {
      key: string;
      sounds: string;
    };
    KeptChartFields: {
      /** @enum {unknown} */
      kind: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other';
      shapes: components['schemas']['ShapeFields'][];
      moods: string[];
    };
    SceneFields: {
      drawingIds: string[];
      frames: number;
    };
    InsideFields: {
      colour: number[];
      teeth: boolean;
      tongue: boolean;
    };
    StepBody: {
      /** @enum {unknown} */
      do: 'bend' | 'part' | 'darken';
      handles?: number[] | null;
      held?: number[] | null;
      line?: number[] | null;
      up?: number | null;
      down?: number | null;
      inside?: components['schemas']['InsideFields'];
      reach?: number | null;
      by?: number | null;
    };
    SheetFigure: {
      x: number;
      y: number;
      width: number;
      height: number;
      key: string;
    };
    TurnedPart: {
      /** Format: uuid */
      partId: string;
      angle: number;
    };
    LookingPupil: {
      /** Format: uuid */
      partId: string;
      x: number;
      y: number;
    };
    MotionStepBody: {
      /** Format: uuid */
      poseId?: string | null;
      seconds: number;
      /** @enum {unknown} */
      ease: 'soft' | 'even' | 'sudden';
    };
    SoftLineBody: {
      points: number[];
      stiffness: number[];
      tipBeneath?: boolean | null;
    };
    SaidScene: {
      drawingIds: string[];
      frames: number;
    };
    FinishFields: {
      /** @enum {unknown} */
      name: 'paper' | 'cloth' | 'tint' | 'edge-shade' | 'edge-light' | 'own';
      /** @enum {unknown} */
      blend: 'multiply' | 'screen' | 'tint';
      strength: number;
      /** @enum {unknown} */
      scope: 'figure' | 'piece';
      colour?: number[] | null;
      texture?: string | null;
    };
    OptionFields: {
      formats?: ('ora' | 'psd' | 'svg' | 'glb' | 'atlas' | 'sheet')[] | null;
      scale?: number | null;
      pivotMarks?: boolean | null;
      registerFrame?: boolean | null;
      shadows?: boolean | null;
      groups?: boolean | null;
      apart?: boolean | null;
      room?: number | null;
      finish?: components['schemas']['FinishFields'];
    };
    /** @description A character's card in the cast. */
    CastCard: {
      id: string;
      name: string;
      code: string;
      deleted: boolean;
      picture: string | null;
      width: number;
      height: number;
      pieces: number;
      joints: number;
      rounded: number;
      /** @description Pixels of the design in no piece, and of it all. */
      untaken: number;
      designArea: number;
      /** @description What of a first draft's cut nobody has decided yet; null where none was made. */
      doubts: number | null;
      handOffs: number;
    };
    /** @description A line of the journal, as it is listed. */
    JournalCard: {
      revision: number;
      summary: string;
      /** @enum {string} */
      way: 'do' | 'undo' | 'redo';
      /** @description Made by the caller. */
      own: boolean;
      /** Format: date-time */
      createdAt: string;
    };
    /** @description A character as it was after an edit, and what leads from there to now. */
    CharacterThen: {
      revision: number;
      doc: components['schemas']['CharacterDoc'];
      since: components['schemas']['Diff'];
    };
    /** @description A whole character, as the bench holds it: its own row, and a list a table. */
    CharacterDoc: {
      views: components['schemas']['ViewRow'][];
      parts: components['schemas']['PartRow'][];
      pieces: components['schemas']['PieceRow'][];
      joints: components['schemas']['JointRow'][];
      handles: components['schemas']['HandleRow'][];
      orderChanges: components['schemas']['OrderChangeRow'][];
      swapSets: components['schemas']['SwapSetRow'][];
      drawings: components['schemas']['DrawingRow'][];
      drawingViews: components['schemas']['DrawingViewRow'][];
      looks: components['schemas']['LookRow'][];
      cycles: components['schemas']['CycleRow'][];
      exceptions: {
        /** @description Counts the changes of this row, from 1. */
        version: number;
        /** @constant */
        table: 'exception';
        id: components['schemas']['ExceptionId'];
        viewId: components['schemas']['ViewId'];
        partId: components['schemas']['PartId'];
        what: components['schemas']['ExceptionKind'];
        /** @description In the artist's words; may be empty. */
        because: string;
      }[];
      poses: components['schemas']['PoseRow'][];
      motions: components['schemas']['MotionRow'][];
      character: components['schemas']['CharacterRow'];
    };
    ViewRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'view';
      id: components['schemas']['ViewId'];
      characterId: components['schemas']['CharacterId'];
      key: string;
      width: number;
      height: number;
      /** @description The finished design: a PNG of the canvas' size, 8-bit RGBA. */
      designBlob: string;
      /** @description Pixels of the design with any paint. */
      designArea: number;
      /** @description Where the character stands, px from the top. */
      floorY: number;
      /** @description Height lines that the artist has dragged, or added under names of their own: px from the top. */
      heights: components['schemas']['HeightMark'][];
      /** @description Places, px, of holes that open in motion of which the artist has said that there is nothing. */
      nothingAt: {
        x: number;
        y: number;
      }[];
      /** @description What the design came with; null for a plain picture. */
      brought: components['schemas']['BroughtIn'] | null;
      /** @description What the first draft was not sure of and nobody has answered yet; null where none was made. */
      drafted: components['schemas']['DraftedDoubt'][] | null;
    };
    ViewId: string;
    CharacterId: string;
    /** @description Where one height line lies in a view. */
    HeightMark: {
      /** @description A known landmark's key, or a name of the artist's own. */
      key: string;
      y: number;
    };
    /** @description A layered file as it was brought in: what the sorting table shows. */
    BroughtIn: {
      notes: string[];
      /** @description Pixels by which the layers composited here differ from the file's own merged picture; null where it has none. */
      differs: number | null;
      /** @description Back to front; null for a flat file. */
      layers: components['schemas']['BroughtLayer'][] | null;
    };
    /** @description A layer of the file, and what it was sorted as. */
    BroughtLayer: {
      path: string[];
      visible: boolean;
      blend: components['schemas']['BlendMode'];
      clippedTo: number | null;
      /** @description null for an empty layer. */
      sheet: components['schemas']['SheetRef'] | null;
      role: components['schemas']['LayerRole'];
      tokens: components['schemas']['NameTokens'] | null;
      /** @description Why it was guessed so. */
      because: string;
    };
    /** @enum {string} */
    BlendMode:
      | 'normal'
      | 'multiply'
      | 'screen'
      | 'overlay'
      | 'darken'
      | 'lighten'
      | 'color-dodge'
      | 'color-burn'
      | 'hard-light'
      | 'soft-light'
      | 'difference'
      | 'exclusion'
      | 'plus'
      | 'hue'
      | 'saturation'
      | 'color'
      | 'luminosity';
    /** @description A bitmap kept as a blob: the SHA-256 of its PNG file, and where it sits on the canvas, px. */
    SheetRef: {
      blob: string;
      x: number;
      y: number;
      width: number;
      height: number;
      /** @description Pixels with paint. */
      area: number;
    };
    /**
     * @description What a layer is: paint of a part, or nothing that is cut.
     * @enum {string}
     */
    LayerRole: 'fill' | 'line' | 'shade' | 'guide' | 'leave out';
    /** @description What a name is made of: tokens a part carries. */
    NameTokens: {
      /** @description What it belongs to: arm, leg, head, hair. */
      group: string;
      /**
       * @description A or B; null for what there is one of.
       * @enum {string|null}
       */
      side: 'A' | 'B' | null;
      /** @description Which part of the group: upper, lower, hand; null where the group is the part. */
      part: string | null;
      /** @description Counts copies from 1; null for the only one. */
      index: number | null;
    };
    /** @description Something that a first draft was not sure of. It stands for as long as the pieces have the pixels that the draft gave them. */
    DraftedDoubt: {
      /**
       * @description A part that may be another; one that differs much from its other side, or is much larger or smaller than usual, or lies in several places; two pieces that nothing in the design tells apart; a limb of which nothing tells whether it lies in front of what it hangs from; a hole that opens where a limb turns. Of the design as a whole: that it has several figures, or one that stands on its head.
       * @enum {string}
       */
      kind:
        'unsure' | 'sides' | 'extent' | 'scattered' | 'border' | 'order' | 'open' | 'several-figures' | 'upside-down';
      /** @description The addresses of the parts, and where their faces' pictures lie; none where it is about the design. */
      parts: string[];
      faces: string[];
      /** @description Addresses of parts that it may be instead, likeliest first. */
      others?: string[];
      /** @description Degrees to which the part is turned where it opens. */
      angle?: number;
      /** @description px: in the midst of it. */
      place: {
        x: number;
        y: number;
      };
      /** @description px of border, or of area. */
      size: number;
    };
    PartRow: {
      /** @description What it belongs to: arm, leg, head, hair. */
      group: string;
      /**
       * @description A or B; null for what there is one of.
       * @enum {string|null}
       */
      side: 'A' | 'B' | null;
      /** @description Which part of the group: upper, lower, hand; null where the group is the part. */
      part: string | null;
      /** @description Counts copies from 1; null for the only one. */
      index: number | null;
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'part';
      id: components['schemas']['PartId'];
      characterId: components['schemas']['CharacterId'];
      /** @description The part it moves with. */
      parentId: components['schemas']['PartId'] | null;
      /** @description Is it meant to stay while what lies about it moves, by the artist's word? */
      alone: boolean;
    };
    PartId: string;
    PieceRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'piece';
      id: components['schemas']['PieceId'];
      viewId: components['schemas']['ViewId'];
      partId: components['schemas']['PartId'];
      /** @description Place in the draw order: smaller is farther back. */
      depth: number;
      /** @description The design's own visible pixels: which of them are this piece's. */
      face: components['schemas']['SheetRef'];
      /** @description Paint that came with the piece's own layers, also where it is hidden at rest. */
      own: components['schemas']['SheetRef'] | null;
      /** @description Pixels taken and left where they were, which the overlap copies. */
      extra: components['schemas']['SheetRef'] | null;
      /** @description Paint put or taken beneath, where pieces in front hide it at rest. */
      beneath: components['schemas']['SheetRef'] | null;
      /** @description Does nothing of it go on beneath what hides it, by the artist's word? */
      endsHere: boolean;
      /** @description A picture from elsewhere that is laid beneath, and can still be moved; null for none. */
      graft: components['schemas']['Graft'] | null;
      /** @description The piece that it is the shadow on, lifted off; null for a piece of its own. */
      shadowOf: components['schemas']['PieceId'] | null;
      /** @description Contours that the artist has carried on beneath what hides the piece. */
      carried: components['schemas']['CarriedContour'][];
      /** @description The line that it bends along; null for one that is rigid. */
      soft: components['schemas']['SoftLine'] | null;
      /** @description Fill, shade and line as they came, where they are kept apart. */
      apart: components['schemas']['ApartSheets'] | null;
      /** @description px of the neighbours' paint that the overlap takes along all round. */
      margin: number;
      /** @description Are blends along its edges taken apart? */
      unmix: boolean;
    };
    PieceId: string;
    /** @description A picture from elsewhere, laid beneath a piece. */
    Graft: {
      corners: number[];
      /** @description Its tone, each from -100 to 100: darker or lighter, cooler or warmer, less colour or more. */
      light: number;
      warmth: number;
      colour: number;
      /** @description px over which its edge fades. */
      soft: number;
      /** @description Where it came from. */
      source: components['schemas']['SheetRef'];
      /** @description What was painted beneath before it was laid. */
      before: components['schemas']['SheetRef'] | null;
    };
    /** @description A contour carried on by hand, from where it goes under to where it comes out, or closed in itself. */
    CarriedContour: {
      /**
       * @description The four points of a cubic curve, or a line of any number of points.
       * @enum {string}
       */
      kind: 'curve' | 'line';
      /** @description x, y pairs, px. */
      points: number[];
    };
    /** @description A line along which a piece bends, from its root to its tip. */
    SoftLine: {
      /** @description x, y pairs, px. */
      points: number[];
      /** @description 0 to 1, by point: how much less than the softest it bends there. */
      stiffness: number[];
      /** @description Where it folds over itself: does the tip lie beneath? Over the rest where not given. */
      tipBeneath?: boolean;
    };
    /** @description A piece's layers kept as sheets of their own; drawn in this order they are its paint. */
    ApartSheets: {
      fill: components['schemas']['SheetRef'];
      shade: components['schemas']['SheetRef'] | null;
      line: components['schemas']['SheetRef'] | null;
    };
    JointRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'joint';
      id: components['schemas']['JointId'];
      viewId: components['schemas']['ViewId'];
      /** @description The piece that turns. */
      childId: components['schemas']['PieceId'];
      parentId: components['schemas']['PieceId'];
      kind: components['schemas']['JointKind'];
      x: number;
      y: number;
      radius: number;
      /** @description Degrees, positive clockwise on screen. */
      rangeLow: number;
      rangeHigh: number;
      /** @description Degrees through which the joint is to be clean where that is more than its range; 0 asks for no more than that. */
      wantedLow: number;
      wantedHigh: number;
      outlineOn: components['schemas']['OutlineOn'];
      discOn: components['schemas']['DiscOn'];
      lineWidth: number;
      lineColour: components['schemas']['Rgb'];
      fillColour: components['schemas']['Rgb'];
      looseness: number;
      /** @description px by which a line under all is thicker than it was drawn; below 0 for thinner. */
      lineMore: number;
      /** @description px by which the end behind reaches farther than the disc, so that a neck may stretch; 0 for none. */
      reach: number;
      /** @description 0 to 1: by which share of its radius the end narrows over its reach. */
      taper: number;
      /** @description Does the end in front leave the other's folds out of its copy, so that they do not turn with it? */
      foldsOut: boolean;
      /** @description The joint of another limb that is kept in step with this one; null for none. */
      twinId: components['schemas']['JointId'] | null;
      /** @description Have both ends been rounded to the disc? */
      rounded: boolean;
      /** @description 0 to 1, of the fit; 1 for a disc placed by hand. */
      confidence: number;
    };
    JointId: string;
    /**
     * @description How a part is jointed to the one it hangs from.
     * @enum {string}
     */
    JointKind: 'hinge' | 'one-sided' | 'swivel' | 'slide';
    /**
     * @description Which piece's disc carries the outline; `under`: neither, and a line beneath all fills of the limb shows outside only.
     * @enum {string}
     */
    OutlineOn: 'back' | 'front' | 'both' | 'none' | 'under';
    /**
     * @description Who carries the disc: both pieces, or only one where the other's end is kept as drawn (a cuff over a hand).
     * @enum {string}
     */
    DiscOn: 'both' | 'child' | 'parent';
    /** @description A straight sRGB colour, 0 to 255 a channel. */
    Rgb: [number, number, number];
    /** @description Where a part without paint, from which others hang, turns in a view. */
    HandleRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'handle';
      id: components['schemas']['HandleId'];
      viewId: components['schemas']['ViewId'];
      partId: components['schemas']['PartId'];
      /** @description Its pivot, px. */
      x: number;
      y: number;
    };
    HandleId: string;
    /** @description A change of the draw order that holds while a joint stands within a range. */
    OrderChangeRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'orderChange';
      id: components['schemas']['OrderChangeId'];
      viewId: components['schemas']['ViewId'];
      jointId: components['schemas']['JointId'];
      /** @description Degrees, both of one sign: at rest none holds. */
      low: number;
      high: number;
      /** @description The pieces that are drawn elsewhere then; among themselves they stay as they are. */
      movedIds: components['schemas']['PieceId'][];
      place: components['schemas']['OrderPlace'];
      /** @description The piece directly behind or in front of which they are drawn. */
      atId: components['schemas']['PieceId'];
      /** @description Of several that hold, those of higher rank win. */
      rank: number;
    };
    OrderChangeId: string;
    /** @enum {string} */
    OrderPlace: 'behind' | 'in-front';
    /** @description Drawings that stand for one part, one at a time. */
    SwapSetRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'swapSet';
      id: components['schemas']['SwapSetId'];
      characterId: components['schemas']['CharacterId'];
      partId: components['schemas']['PartId'];
      kind: components['schemas']['SwapKind'];
      /** @description The columns of its chart. */
      shapes: components['schemas']['ChartShape'][];
      /** @description Its rows; the default drawing's mood first. */
      moods: string[];
      /** @description The set whose drawings choose this one's, place by place on the chart: an eye's white goes with its outline. */
      linkedTo: components['schemas']['SwapSetId'] | null;
      /** @description The part directly in front of whose piece second pictures are drawn: fingers over a held thing; null for none. */
      overPartId: components['schemas']['PartId'] | null;
    };
    SwapSetId: string;
    /** @enum {string} */
    SwapKind: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other';
    /** @description A column of a set's chart. */
    ChartShape: {
      /** @description As it is in names: rest, open, round. */
      key: string;
      /** @description The sounds that it stands for, in words; empty for none. */
      sounds: string;
    };
    /** @description One drawing of a set, in all views. */
    DrawingRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'drawing';
      id: components['schemas']['DrawingId'];
      setId: components['schemas']['SwapSetId'];
      /** @description Its column and its row on the chart. */
      shape: string;
      mood: string;
      /** @description Is it the piece's own paint at rest? Of one drawing in a set it is. */
      isDefault: boolean;
      /** @description Parts that are not drawn while it shows. */
      hides: components['schemas']['PartId'][];
    };
    DrawingId: string;
    /** @description A drawing in one view. Where there is none, the drawing is not there in that view. */
    DrawingViewRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'drawingView';
      id: components['schemas']['DrawingViewId'];
      drawingId: components['schemas']['DrawingId'];
      viewId: components['schemas']['ViewId'];
      /** @description null for a blank drawing, and for the default one, which is the piece's paint. */
      picture: components['schemas']['SheetRef'] | null;
      /** @description Its second picture, drawn in front of what the set says: fingers over a held thing; null for none. */
      over: components['schemas']['SheetRef'] | null;
      /** @description Two places that the set's drawings share, as the corners of a mouth: x, y, x, y, px; empty for none. */
      marks: number[];
      /** @description The drawing that it was made of, by `steps`; null for one that was drawn, or pressed flat. */
      madeOf: components['schemas']['DrawingId'] | null;
      steps: components['schemas']['MakeStep'][];
      /** @description What that drawing looked like then, as a key: where it looks otherwise now, the steps are done anew. */
      madeKey: string;
    };
    DrawingViewId: string;
    /** @description One step by which a drawing is made of another; lengths px, lines and places as x, y pairs. */
    MakeStep:
      | {
          /** @constant */
          do: 'bend';
          handles: number[];
          held: number[];
        }
      | {
          /** @constant */
          do: 'part';
          line: number[];
          up: number;
          down: number;
          inside?: components['schemas']['MouthInside'];
        }
      | {
          /** @constant */
          do: 'darken';
          line: number[];
          reach: number;
          by: number;
        };
    /** @description The inside of a mouth that is parted: the dark of it, and whether teeth and a tongue lie in it. */
    MouthInside: {
      colour: components['schemas']['Rgb'];
      teeth: boolean;
      tongue: boolean;
    };
    /** @description Drawings of several sets that are chosen at once, at most one of each: an outfit, a mood. */
    LookRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'look';
      id: components['schemas']['LookId'];
      characterId: components['schemas']['CharacterId'];
      name: string;
      drawingIds: components['schemas']['DrawingId'][];
    };
    LookId: string;
    /** @description Drawings of one set after one another, over and over. */
    CycleRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'cycle';
      id: components['schemas']['CycleId'];
      setId: components['schemas']['SwapSetId'];
      name: string;
      drawingIds: components['schemas']['DrawingId'][];
      /** @description How many frames each is held, 1 or more. */
      frames: number[];
    };
    CycleId: string;
    ExceptionId: string;
    /** @enum {string} */
    ExceptionKind: 'unseen' | 'size' | 'height' | 'colour';
    /** @description A pose that is kept, by parts, so that it holds in every view that has their joints. */
    PoseRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'pose';
      id: components['schemas']['PoseId'];
      characterId: components['schemas']['CharacterId'];
      name: string;
      /** @description What is turned, and by how many degrees from rest, one by one. */
      partIds: components['schemas']['PartId'][];
      angles: number[];
      /** @description px by which the whole character is moved. */
      rootX: number;
      rootY: number;
      /** @description Pupils that look elsewhere than at rest, and how far each is moved within its eye: x, y pairs, px. */
      pupilIds: components['schemas']['PartId'][];
      gaze: number[];
      /** @description Of sets that show another than their default one. */
      drawingIds: components['schemas']['DrawingId'][];
    };
    PoseId: string;
    /** @description A motion of the artist's own: from pose to pose, and from the last back to the first. */
    MotionRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'motion';
      id: components['schemas']['MotionId'];
      characterId: components['schemas']['CharacterId'];
      name: string;
      /** @description Poses that are kept; null stands as at rest. */
      poseIds: (components['schemas']['PoseId'] | null)[];
      /** @description How long it takes from each pose to the next, s, and how it goes. */
      seconds: number[];
      eases: components['schemas']['Ease'][];
    };
    MotionId: string;
    /** @enum {string} */
    Ease: 'soft' | 'even' | 'sudden';
    CharacterRow: {
      /** @description Counts the changes of this row, from 1. */
      version: number;
      /** @constant */
      table: 'character';
      id: components['schemas']['CharacterId'];
      productionId: string;
      name: string;
      /** @description For files and addresses; unique in its production. */
      code: string;
      scheme: components['schemas']['NamingScheme'];
      /** @description What is to move; null until it is made, and the standard breakdown counts. */
      plan: components['schemas']['Plan'] | null;
      /** @description The design's main colours, as they were taken. */
      palette: components['schemas']['PaletteColour'][] | null;
      deleted: boolean;
    };
    /** @description How a character's pieces are named. Schemes are data; a part keeps its tokens whatever the scheme. */
    NamingScheme: {
      /**
       * @description How sides are told apart: letters stay true when a puppet is mirrored.
       * @enum {string}
       */
      sides: 'letters' | 'near-far' | 'left-right';
      /** @enum {string} */
      separator: '_' | '-' | ' ';
      /**
       * @description Letter case of the words; a side letter is always a capital.
       * @enum {string}
       */
      case: 'lower' | 'capital' | 'camel';
      piece: components['schemas']['NameToken'][];
      /** @description Follows a piece's name on its pivot marker. */
      pivotMark: string;
      /** @description The order of a drawing's tokens; as usual where not given. */
      drawing?: components['schemas']['DrawingToken'][];
      /** @description Digits that the number of a copy has at least: 1, 01, 001; one where not given. */
      digits?: number;
    };
    /**
     * @description A token of a piece's name, in the order a scheme puts them.
     * @enum {string}
     */
    NameToken: 'group' | 'side' | 'part' | 'index';
    /** @enum {string} */
    DrawingToken: 'set' | 'shape' | 'mood' | 'index';
    /** @description What will move, how large it has to be drawn, and what is to come. */
    Plan: {
      template: string;
      parts: components['schemas']['PlannedPart'][];
      shot: components['schemas']['ClosestShot'];
      views: string[];
      sets: components['schemas']['PlannedSet'][];
    };
    /** @description A part that the character is to have. */
    PlannedPart: {
      /** @description What it belongs to: arm, leg, head, hair. */
      group: string;
      /**
       * @description A or B; null for what there is one of.
       * @enum {string|null}
       */
      side: 'A' | 'B' | null;
      /** @description Which part of the group: upper, lower, hand; null where the group is the part. */
      part: string | null;
      /** @description Counts copies from 1; null for the only one. */
      index: number | null;
      heading: string;
      /** @description What it moves with, as `group/part`: the first that is there. */
      parents: string[];
      joint: components['schemas']['JointKind'] | null;
      /** @description Degrees. */
      range: number[];
      /** @description Hidden at rest: painted beneath later, and not counted as missing in Cut. */
      hidden: boolean;
    };
    /** @description The closest shot the design has to hold up in. */
    ClosestShot: {
      /** @description Name of the part that fills the frame: an address, or `figure`. */
      part: string;
      /** @description Per cent of the frame's height that it fills. */
      share: number;
      /** @description Lines of the frame. */
      frame: number;
    };
    /** @description A set of swap drawings that the character will need. */
    PlannedSet: {
      name: string;
      kind: components['schemas']['SwapKind'];
      /** @description How many drawings. */
      drawings: number;
    };
    /** @description One of a design's main colours. */
    PaletteColour: {
      hex: string;
      /** @description In plain words: "deep blue", "pale sand". */
      name: string;
      /** @description Of the design's opaque pixels, 0 to 1. */
      share: number;
    };
    /** @description What an edit does to the rows; undo swaps it round. */
    Diff: {
      added: components['schemas']['Row'][];
      /** @description Each row before and after. */
      updated: components['schemas']['Row'][][];
      removed: components['schemas']['Row'][];
    };
    Row:
      | components['schemas']['CharacterRow']
      | components['schemas']['ViewRow']
      | components['schemas']['PartRow']
      | components['schemas']['PieceRow']
      | components['schemas']['JointRow']
      | components['schemas']['HandleRow']
      | components['schemas']['OrderChangeRow']
      | components['schemas']['SwapSetRow']
      | components['schemas']['DrawingRow']
      | components['schemas']['DrawingViewRow']
      | components['schemas']['LookRow']
      | components['schemas']['CycleRow']
      | {
          /** @description Counts the changes of this row, from 1. */
          version: number;
          /** @constant */
          table: 'exception';
          id: components['schemas']['ExceptionId'];
          viewId: components['schemas']['ViewId'];
          partId: components['schemas']['PartId'];
          what: components['schemas']['ExceptionKind'];
          /** @description In the artist's words; may be empty. */
          because: string;
        }
      | components['schemas']['PoseRow']
      | components['schemas']['MotionRow'];
    /** @description One check of a view. */
    Check: {
      id: components['schemas']['CheckId'];
      view: string;
      ok: boolean;
      /** @description The figure on show; 0 is good where the unit is px or %. */
      figure: number;
      /** @enum {string} */
      unit: 'px' | 'pieces' | 'joints';
      /** @description What the figure is out of, where it counts things. */
      of?: number;
      findings: components['schemas']['Finding'][];
    };
    /**
     * @description The checks that are made so far.
     * @enum {string}
     */
    CheckId:
      | 'rest-match'
      | 'offcuts'
      | 'inside-canvas'
      | 'names'
      | 'family'
      | 'pivots'
      | 'joints-clean'
      | 'hidden-paint'
      | 'swap-seats'
      | 'size';
    /** @description One thing that is wrong: where, how much, and what would mend it. */
    Finding: {
      sentence: string;
      pieceId?: string;
      jointId?: string;
      place?: components['schemas']['Place'];
      /** @description Where the same is found besides, and at which pieces. */
      also?: {
        place: components['schemas']['Place'];
        pieceId?: string;
      }[];
      /** @description Would sweeping up at its place mend it? */
      sweeps?: boolean;
      /** @description Is it that something planned is not there? */
      lacks?: boolean;
      /** @description The pose in which it shows, degrees by joint. */
      bends?: {
        [key: string]: number;
      };
    };
    /** @description A point or spot on the canvas, px, that a finding or an error can lead to. */
    Place: {
      x: number;
      y: number;
    };
    /** @description A joint's proof in short, as the manifest shows it. */
    JointProof: {
      worst: components['schemas']['BendMeasure'];
      /** @description px of the disc that a piece lacks which is to carry it; of two, the one that lacks more. 0 where nothing was rounded. */
      discBare: number;
      /** @description The widest interval about 0 in which every measured angle is clean; null where 0 is not. */
      cleanRange: number[] | null;
      jointId: string;
    };
    /** @description What one angle shows; areas and lengths in px. */
    BendMeasure: {
      /** @description Degrees, positive clockwise on screen. */
      angle: number;
      /** @description Area of the ideal silhouette that is not covered. */
      daylight: number;
      /** @description Area by which the silhouette sticks out of the ideal, or falls short of it along its edge; not what sticks out at rest, nor what the artist has put beneath, which is the piece's whole shape. */
      kink: number;
      /** @description Length of the border that the two share at rest which lies open beyond the disc. */
      torn: number;
      /** @description Length of the ideal silhouette's border, near the disc, with no line within one line width, where the design has one at rest: a border that other pieces cover, or that was drawn without a line, is not broken by turning. */
      brokenLine: number;
      /** @description Line colour deep in the disc that the design does not have there. */
      strayLine: number;
      /** @description The middle of the daylight, px, or null. */
      place: {
        x: number;
        y: number;
      } | null;
    };
    /** @description A version that has been handed off. */
    HandOffCard: {
      id: string;
      number: number;
      name: string;
      /** Format: date-time */
      createdAt: string;
      revision: number;
      checks: {
        id: string;
        view: string;
        ok: boolean;
        figure: number;
        unit: string;
      }[];
      /** @description What was said of it. */
      note: string;
      options: components['schemas']['PackageOptions'];
      /** @description What differs from the version before. */
      changes: components['schemas']['RigChange'][];
      /** @description Of the package. */
      bytes: number;
    };
    /** @description How a package is made. */
    PackageOptions: {
      formats: components['schemas']['PackageFormat'][];
      /** @description Of the canvas, 0.25 to 2. */
      scale: number;
      /** @description Layered files carry a hidden mark at each pivot. */
      pivotMarks: boolean;
      /** @description Layered files carry a hidden layer as large as the canvas. */
      registerFrame: boolean;
      /** @description Lifted shadows leave as pieces; otherwise they are left out, and what shows at rest lacks them. */
      shadows: boolean;
      /** @description Layered files have a limb's pieces in groups. */
      groups: boolean;
      /** @description Line and shade that came as sheets of their own leave so. */
      apart: boolean;
      /** @description px of the canvas that are added on every side of it. */
      room: number;
      /** @description Baked into every image but the design; null for none. */
      finish: components['schemas']['Finish'] | null;
    };
    /** @enum {string} */
    PackageFormat: 'ora' | 'psd' | 'svg' | 'glb' | 'atlas' | 'sheet';
    /** @description A texture or a tint that is baked into every image of a package. */
    Finish: {
      name: components['schemas']['FinishName'];
      blend: components['schemas']['FinishBlend'];
      /** @description 0 to 1. */
      strength: number;
      /**
       * @description Along whose edges: the whole figure's, or each piece's, which changes what shows at rest.
       * @enum {string}
       */
      scope: 'figure' | 'piece';
      /** @description Of a tint; null for everything else. */
      colour: components['schemas']['Rgb'] | null;
      /** @description The blob of a texture that was brought in; null for everything else. */
      texture: string | null;
    };
    /** @enum {string} */
    FinishName: 'paper' | 'cloth' | 'tint' | 'edge-shade' | 'edge-light' | 'own';
    /** @enum {string} */
    FinishBlend: 'multiply' | 'screen' | 'tint';
    /** @description One difference between two versions. */
    RigChange: {
      weight: components['schemas']['ChangeWeight'];
      kind: components['schemas']['ChangeKind'];
      view: string;
      /** @description The piece's name as it is now; as it was for one that is gone. */
      piece: string | null;
      sentence: string;
      before: unknown;
      after: unknown;
    };
    /**
     * @description How much a difference matters to a rig that was built on the version before.
     * @enum {string}
     */
    ChangeWeight: 'safe' | 'check' | 'breaks';
    /** @enum {string} */
    ChangeKind:
      | 'recoloured'
      | 'repainted'
      | 'hidden-paint'
      | 'drawing-added'
      | 'drawing-changed'
      | 'drawing-renamed'
      | 'drawing-removed'
      | 'bounds'
      | 'order'
      | 'order-change'
      | 'piece-added'
      | 'piece-renamed'
      | 'piece-removed'
      | 'joint-added'
      | 'joint-removed'
      | 'range'
      | 'parent'
      | 'pivot'
      | 'seat'
      | 'canvas';
    /** @description A job as the bench sees it. */
    JobState: {
      id: string;
      characterId: string;
      kind: string;
      /** @enum {string} */
      state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
      /** @description 0 to 1. */
      share: number;
      doing: string;
      result: Record<string, never> | null;
      /** @description Why it failed. */
      sentence: string | null;
    };
    /** @description What differs between two versions, and how either looks at rest. */
    VersionsCompared: {
      entries: {
        weight: components['schemas']['ChangeWeight'];
        kind: components['schemas']['ChangeKind'];
        view: string;
        /** @description The piece's name as it is now; as it was for one that is gone. */
        piece: string | null;
        sentence: string;
        before: unknown;
        after: unknown;
        place: components['schemas']['Rect'] | null;
      }[];
      views: {
        key: string;
        /** @description The larger canvas of the two. */
        width: number;
        height: number;
        /** @description Pictures as large as the canvas; null where a version has no such view. */
        before: string | null;
        after: string | null;
      }[];
    };
    /** @description A rectangle of whole pixels on the canvas. */
    Rect: {
      x: number;
      y: number;
      width: number;
      height: number;
    };
    /** @description A picture that finishes may lay over pieces. */
    KeptTexture: {
      texture: string;
      width: number;
      height: number;
    };
    /** @description A moving picture that is kept. */
    MovingPicture: {
      blob: string;
      width: number;
      height: number;
    };
    /** @description A border that two pieces share at rest: their places in the draw order, and its length, px. */
    Border: [number, number, number];
    /** @description A joint's sweep as it is kept. */
    KeptSweep: {
      jointId: string;
      /** @description Of what it was measured (`proofKey`). */
      key: string;
      /** @description null where one of the joint's pieces has no paint. */
      sweep: components['schemas']['Sweep'] | null;
    };
    /** @description A joint's measures over a range. */
    Sweep: {
      bends: components['schemas']['BendMeasure'][];
      /** @description The widest interval about 0 in which every measured angle is clean; null where 0 is not. */
      cleanRange: number[] | null;
    };
    /** @description What of a piece comes into view without paint. */
    Bare: {
      pieceId: components['schemas']['PieceId'];
      /** @description px. */
      area: number;
      /** @description The turns that show most of it, and where it first shows on the way there, degrees of the last of them. */
      turns: components['schemas']['Turn'][];
      first: number;
      /** @description A place in the midst of it, at rest. */
      place: components['schemas']['Place'];
    };
    /** @description A joint turned to an angle, degrees. */
    Turn: {
      jointId: components['schemas']['JointId'];
      angle: number;
    };
    /** @description What a motion's pictures tell. */
    MotionFaults: {
      /** @description The joints that could be measured: those that turn, and of which both pieces have paint. */
      measured: components['schemas']['JointId'][];
      bends: components['schemas']['BendPlace'][];
      /** @description Places seen without paint. */
      bare: components['schemas']['MotionPlace'][];
      /** @description Soft pieces that fold over themselves. */
      folds: components['schemas']['MotionPlace'][];
      /** @description Pupils that reach out of their eyes, and pieces that stay while what they sit on moves: by how many px. */
      out: components['schemas']['MotionPlace'][];
      behind: components['schemas']['MotionPlace'][];
      /** @description Holes that open within the figure, of which nobody has said yet what is there. */
      open: {
        jointId: components['schemas']['JointId'];
        frame: number;
        area: number;
      }[];
    };
    /** @description What a joint shows in one frame that is past its limit (`cleanLimits`), px. */
    BendPlace: {
      jointId: components['schemas']['JointId'];
      frame: number;
      shows: {
        daylight?: number;
        kink?: number;
        strayLine?: number;
        brokenLine?: number;
        torn?: number;
      };
    };
    /** @description What is wrong with a piece in one frame of a motion. */
    MotionPlace: {
      pieceId: components['schemas']['PieceId'];
      frame: number;
      /** @description px. */
      area: number;
    };
    /** @description A picture of a motion that is kept. */
    TrialPicture: {
      blob: string;
      width: number;
      height: number;
      /** @description The ending of its file's name. */
      ending: string;
    };
    /** @description A view as it is compared with others. */
    ViewMeasure: {
      /** @description The design's paint; null for an empty one. */
      bounds: components['schemas']['Rect'] | null;
      /** @description The figures that stand on it, px: several on a sheet that is not cut into views yet. */
      figures: components['schemas']['Rect'][];
      /** @description What in its pose will make separating hard. */
      pose: components['schemas']['PoseFinding'][];
      /** @description By place in the draw order. */
      pieces: (components['schemas']['PieceMeasure'] | null)[];
    };
    /** @description Something about a pose that makes separating hard, and what to ask the designer for. */
    PoseFinding: {
      /** @enum {string} */
      kind:
        | 'cropped'
        | 'several-figures'
        | 'upside-down'
        | 'arms-touch'
        | 'legs-touch'
        | 'uneven'
        | 'too-small'
        | 'hair-over-face'
        | 'holds';
      sentence: string;
      /** @description Where, px. */
      place: {
        x: number;
        y: number;
      };
    };
    /** @description A piece as it shows in its view, px of the canvas. */
    PieceMeasure: {
      bounds: components['schemas']['Rect'];
      /** @description Where it ends above and below; null where something in front hides that end. */
      top: number | null;
      bottom: number | null;
      /** @description Does something in front begin at one of these ends, so that a little of it may be hidden? */
      nearly: boolean;
      /** @description Does something in front hide any of it? */
      covered: boolean;
      /** @description From end to end along a limb that is drawn longer than wide; null for what is no limb, or where an end is hidden. */
      length: number | null;
      /** @description Its main colours, the largest first; those with little of it are left out. */
      colours: components['schemas']['Rgb'][];
      /** @description Pixels that show. */
      area: number;
    };
    /** @description Something that a person has to decide after a first draft. */
    Doubt: {
      sentence: string;
      pieceId?: string;
      jointId?: string;
      place?: components['schemas']['Place'];
      /** @description Where the same is found besides, and at which pieces. */
      also?: {
        place: components['schemas']['Place'];
        pieceId?: string;
      }[];
      /** @description Would sweeping up at its place mend it? */
      sweeps?: boolean;
      /** @description Is it that something planned is not there? */
      lacks?: boolean;
      /** @description The pose in which it shows, degrees by joint. */
      bends?: {
        [key: string]: number;
      };
      /** @description Names it among the view's doubts, for as long as what it is about stays as it is. */
      key: string;
      /** @description What it is about: the check that does not hold, or what of the cut. */
      about: components['schemas']['CheckId'] | 'cut' | 'joints';
      answers: components['schemas']['DoubtAnswer'][];
      /** @description The part that is to be picked, where it has no piece yet. */
      part: {
        /** @description What it belongs to: arm, leg, head, hair. */
        group: string;
        /**
         * @description A or B; null for what there is one of.
         * @enum {string|null}
         */
        side: 'A' | 'B' | null;
        /** @description Which part of the group: upper, lower, hand; null where the group is the part. */
        part: string | null;
        /** @description Counts copies from 1; null for the only one. */
        index: number | null;
      } | null;
      /** @description Is it about several parts, of which `part` is the first, or about both sides? */
      several?: boolean;
      /** @description The two pieces whose cut it is about, for `more` and `less`. */
      between?: components['schemas']['Pair'];
      /** @description What it may be instead, for `other`: addresses of known parts, likeliest first, and their words. */
      names?: {
        address: string;
        word: string;
      }[];
    };
    /** @enum {string} */
    DoubtAnswer: 'right' | 'none' | 'sweep' | 'along' | 'in-front' | 'behind' | 'other' | 'more' | 'less' | 'nothing';
    /** @description Two pieces that lie beside one another. */
    Pair: {
      first: components['schemas']['PieceId'];
      second: components['schemas']['PieceId'];
    };
    /** @description What came back, piece by piece, and what was not understood. */
    BroughtBack: {
      pieces: {
        pieceId: components['schemas']['PieceId'];
        name: string;
        /** @description The name it came back under, where that is another. */
        cameAs: string | null;
        /** @description Pixels that would be seen to change at rest, that are hidden, and that follow from a joint and stay. */
        shown: number;
        hidden: number;
        fixed: number;
        /** @description How much the change matters to whoever has rigged it, and what it is, as it goes on after the piece's name. */
        weight: components['schemas']['ChangeWeight'];
        words: string;
        /** @description px by which its middle went elsewhere, where its picture is the same but for that; 0 where it did not. */
        moved: number;
        /** @description Both pictures, in one place of the canvas. */
        place: components['schemas']['Rect'];
        before: string;
        after: string;
      }[];
      /** @description Pieces that came back as they left. */
      same: number;
      /** @description Pieces of the view that did not come back. */
      missing: string[];
      /** @description What was left alone, each with its reason, and what the files' reader says. */
      notes: string[];
    };
    /** @description A chart that a production keeps: sets of its kind start with it. */
    KeptChart: {
      shapes: components['schemas']['ChartShape'][];
      moods: string[];
      kind: components['schemas']['SwapKind'];
    };
    /** @description A name as it has left. */
    HandedName: {
      partId: string;
      name: string;
      /** @description The version since which it has stood without a break. */
      since: number;
    };
    /** @description A character after an edit, as the bench gets it. */
    CharacterState: {
      doc: components['schemas']['CharacterDoc'];
      /** @description What follows from the rows, by piece. */
      sheets: components['schemas']['DerivedOfView'];
      revision: number;
      /** @description What undo would take back, and redo bring back; null for nothing. */
      undo: string | null;
      redo: string | null;
      /** @description The edit's summary, where this answers an edit, and what it left alone. */
      summary?: string;
      notes?: string[];
    };
    /** @description The derived sheets of a view's pieces, as references. */
    DerivedOfView: {
      [key: string]: components['schemas']['DerivedRefs'];
    };
    /** @description What follows from a piece's rows and those around it; never kept in a row (see `derived-sheets`). */
    DerivedRefs: {
      /** @description Copies of the neighbours' visible pixels. */
      overlap: components['schemas']['SheetRef'] | null;
      /** @description Paint that is hidden at rest. */
      under: components['schemas']['SheetRef'] | null;
      /** @description Drawn in place of the face: edges unmixed, the layer's own paint put in. */
      clean: components['schemas']['SheetRef'] | null;
      /** @description Outline drawn beneath all fills of the limb. */
      line: components['schemas']['SheetRef'] | null;
    };
  };
  responses: never;
  parameters: never;
  requestBodies: never;
  headers: never;
  pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
  'health.check': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            status: string;
            version: string;
            longestHold: number;
            memory: number;
          };
        };
      };
    };
  };
  'blob.get': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        sha256: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.productions': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
          }[];
        };
      };
    };
  };
  'cast.createProduction': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['NameBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
          };
        };
      };
    };
  };
  'cast.cards': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CastCard'][];
        };
      };
    };
  };
  'cast.create': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'multipart/form-data': components['schemas']['NameBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.lineUp': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.state': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangeCharacterBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.duplicate': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['DuplicateBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.undo': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cast.redo': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.trace': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TraceBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.nib': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['NibBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.takeRest': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TakeRestBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.giveBack': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['GiveBackBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.cross': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CrossCutBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.sweepUp': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SweepUpBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.take': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TakeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.retake': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ReplaceBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.copy': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CopyBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.reshape': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ReshapeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.islands': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['NamedBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.merge': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MergeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangePieceBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.rename': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['NamedBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'cut.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['RemoveBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringIn.addView': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'multipart/form-data': components['schemas']['ViewBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringIn.sort': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SortBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringIn.matte': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MatteBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringIn.specks': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SpecksBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringIn.palette': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PaletteBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'draft.draft': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'draft.doubts': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['Doubt'][];
        };
      };
    };
  };
  'draft.settle': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SettleBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'handOff.checks': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            revision: number;
            checks: components['schemas']['Check'][];
            joints: components['schemas']['JointProof'][];
          };
        };
      };
    };
  };
  'handOff.list': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            versions: components['schemas']['HandOffCard'][];
            job: components['schemas']['JobState'] | null;
          };
        };
      };
    };
  };
  'handOff.start': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PackageBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['JobState'];
        };
      };
    };
  };
  'handOff.compare': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CompareBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['VersionsCompared'];
        };
      };
    };
  };
  'handOff.texture': {
    parameters: {
      query?: never;
      header?: never;
      path?: never;
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['KeptTexture'];
        };
      };
    };
  };
  'handOff.restore': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'handOff.sheet': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': string;
        };
      };
    };
  };
  'handOff.download': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'bringBack.look': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['BroughtBack'];
        };
      };
    };
  };
  'bringBack.take': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'multipart/form-data': components['schemas']['TakeBackBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'presets.list': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['PackageOptions'];
          }[];
        };
      };
    };
  };
  'presets.keep': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['KeepPresetBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['PackageOptions'];
          }[];
        };
      };
    };
  };
  'presets.drop': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['PackageOptions'];
          }[];
        };
      };
    };
  };
  'presets.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangePresetBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['PackageOptions'];
          }[];
        };
      };
    };
  };
  'joints.sweeps': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['KeptSweep'][];
        };
      };
    };
  };
  'joints.place': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PlaceJointBody'];
      };
    };
    responses: {
      201: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.fitAll': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangeJointBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.fit': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.inFront': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InFrontBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.chain': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChainBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.copy': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CopyJointBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'joints.unlink': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'names.scheme': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SchemeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'names.rename': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['RenamingsBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'names.handedOff': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['HandedName'][];
        };
      };
    };
  };
  'schemes.list': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['NamingScheme'];
          }[];
        };
      };
    };
  };
  'schemes.keep': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['KeepSchemeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['NamingScheme'];
          }[];
        };
      };
    };
  };
  'schemes.drop': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['NamingScheme'];
          }[];
        };
      };
    };
  };
  'schemes.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangeSchemeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['NamingScheme'];
          }[];
        };
      };
    };
  };
  'plan.setPlan': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PlanBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'plan.setSides': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SidesBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'plan.enlarge': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EnlargeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'stack.borders': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['Border'][];
        };
      };
    };
  };
  'stack.order': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['OrderBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'stack.asUsual': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'stack.parent': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ParentBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'stack.alone': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['AloneBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'handles.add': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['HandleBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'handles.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'handles.move': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['HandlePlaceBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'orderByPose.add': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['OrderChangeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'orderByPose.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'orderByPose.range': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['OrderRangeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.start': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['StartSetBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.chart': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChartBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.rename': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['RenameInChartBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.bring': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'multipart/form-data': components['schemas']['BringDrawingsBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.hold': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'multipart/form-data': components['schemas']['HoldBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.blank': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CellBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.lids': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.mirror': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.beneath': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.movingPicture': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MovingBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['MovingPicture'];
        };
      };
    };
  };
  'swaps.seatAll': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SeatAllBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.delete': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['DrawingBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.move': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MoveDrawingBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'swaps.marks': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MarksBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.make': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MakeBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.pressFlat': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.paint': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PaintDrawingBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.takeOver': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['FromViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.takeAllOver': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TakeAllOverBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.rim': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.sameEnd': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['InViewBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'making.rules': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SetRulesBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'looks.keepLook': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['LookBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'looks.removeLook': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'looks.keepCycle': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CycleBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'looks.removeCycle': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'charts.list': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['KeptChart'];
          }[];
        };
      };
    };
  };
  'charts.keep': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['KeepChartBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['KeptChart'];
          }[];
        };
      };
    };
  };
  'charts.drop': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['KeptChart'];
          }[];
        };
      };
    };
  };
  'charts.change': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangeKeptChartBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            id: string;
            name: string;
            value: components['schemas']['KeptChart'];
          }[];
        };
      };
    };
  };
  'trial.keep': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PoseBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.take': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PosesFromBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.rename': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PoseNameBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.keepMotion': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['OwnMotionBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.removeMotion': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.soft': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SoftBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.rigid': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'trial.faults': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MotionBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['MotionFaults'];
        };
      };
    };
  };
  'trial.show': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TrialPictureBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['TrialPicture'];
        };
      };
    };
  };
  'turns.measures': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': {
            revision: number;
            views: {
              viewId: string;
              measure: components['schemas']['ViewMeasure'];
            }[];
          };
        };
      };
    };
  };
  'turns.note': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'turns.height': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['HeightBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'turns.exception': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ExceptionBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'turns.carry': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['CarryBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'parts.colour': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['FollowBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'parts.fit': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['FollowBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'parts.side': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EditBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'views.remove': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'views.rename': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ViewNameBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'views.partSheet': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['SheetBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'views.mirror': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['MirrorBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'views.takeParts': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['TakePartsBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.bare': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['Bare'][];
        };
      };
    };
  };
  'under.paintAll': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PaintAllBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.paint': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['PaintPieceBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.clear': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.brush': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['BrushBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.fill': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['FillBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.hidden': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['HiddenBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.shadow': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ShadowBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.nothingAt': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['NothingAtBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.graft': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['GraftBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.pressFlat': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.graftFile': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.contours': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['ContoursBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'under.endsHere': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody: {
      content: {
        'application/json': components['schemas']['EndsHereBody'];
      };
    };
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'events.stream': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'history.list': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['JournalCard'][];
        };
      };
    };
  };
  'history.at': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
        revision: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterThen'];
        };
      };
    };
  };
  'history.restore': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
        revision: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['CharacterState'];
        };
      };
    };
  };
  'jobs.job': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['JobState'];
        };
      };
    };
  };
  'jobs.cancel': {
    parameters: {
      query?: never;
      header?: never;
      path: {
        id: string;
      };
      cookie?: never;
    };
    requestBody?: never;
    responses: {
      200: {
        headers: {
          [name: string]: unknown;
        };
        content: {
          'application/json': components['schemas']['JobState'];
        };
      };
    };
  };
}
