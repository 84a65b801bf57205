import type { M2Drive, M2Slot, MsataDrive, MsataSlot, PartOf } from '../../hardware/index.js';
import { check, fits, no, type Check, type Extra, type Item } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import type { Place } from '../place.js';
import { oncePer, type Rule } from '../rule.js';

/** A post stands, or can be made to stand, where the drive's notch ends up. */
export const lengthAndPost: Rule = {
  id: 'length-and-post',
  name: 'Length, post',
  restsOn: ['post'],
  at(place) {
    const { slot } = place;
    if (slot.kind === 'm2')
      return oncePer(
        (drive) => (drive.family === 'm2' ? drive.lengthMm : null),
        (drive) => (drive.family === 'm2' ? onPost(place, slot, drive) : null),
      );
    if (slot.kind === 'msata') return (drive) => (drive.family === 'msata' ? onCorners(slot, drive) : null);
    return null;
  },
};

function onPost(place: Place, slot: M2Slot, drive: M2Drive): Check {
  const { nowAtMm, canMoveToMm } = slot.post;
  const now = nowAtMm === null ? 'no post' : `${nowAtMm} now`;
  const told = { have: `${drive.lengthMm}`, need: now };
  if (nowAtMm === drive.lengthMm)
    return fits(() => ({ ...told, sentence: `The post stands at ${nowAtMm} mm, where the drive ends.` }));
  if (canMoveToMm.includes(drive.lengthMm))
    return nowAtMm === null ? postMissing(place, slot, drive) : movePost(slot, drive, nowAtMm);
  const extender = partsThatDo(
    place.parts,
    'extender',
    (part) => part.fromMm === drive.lengthMm && (part.toMm === nowAtMm || canMoveToMm.includes(part.toMm)),
  )[0];
  if (extender) return extend(place, slot, drive, extender);
  const longer = nowAtMm !== null && drive.lengthMm > nowAtMm;
  const postComesOut = !longer || slot.post.tool !== null;
  const bracket = partsThatDo(
    place.parts,
    'offset-bracket',
    (part) =>
      part.toMm === drive.lengthMm &&
      (part.fromMm === nowAtMm || canMoveToMm.includes(part.fromMm)) &&
      isForModel(part, place.modelId),
  )[0];
  if (bracket && postComesOut) return moveHole(slot, drive, bracket);
  return no(() => nothingHolds(slot, drive, longer && !postComesOut));
}

const nothingHolds = ({ post }: M2Slot, drive: M2Drive, stuck: boolean) => {
  const places = [...(post.nowAtMm === null ? [] : [post.nowAtMm]), ...post.canMoveToMm]
    .sort((a, b) => a - b)
    .join(' or ');
  return {
    have: `${drive.lengthMm}`,
    need: places,
    sentence: `Nothing holds a ${drive.lengthMm} mm drive here: the post ${places ? `goes to ${places} mm only` : 'is missing'}${
      stuck
        ? ' and cannot be taken out; under a longer drive it would press on the board'
        : ', and no extender or bracket for it is known here'
    }.`,
  };
};

const isForModel = (part: PartOf<'offset-bracket'>, modelId: string) =>
  part.forModels.length === 0 || part.forModels.includes(modelId);

const UNDER_A_LONGER_DRIVE =
  'A post left under a longer drive bends or shorts it. Check that the old place is bare.';

const movePost = (slot: M2Slot, { lengthMm }: M2Drive, nowAtMm: number): Check =>
  check('extras', () => ({
    have: `${lengthMm}`,
    need: `${nowAtMm} now`,
    sentence: `The post moves from ${nowAtMm} to ${lengthMm} mm.${lengthMm > nowAtMm ? ' Left where it is, it would press on the board.' : ''}`,
    extras: [postMoved(slot, nowAtMm, lengthMm)],
  }));

function postMoved(slot: M2Slot, fromMm: number, toMm: number): Extra {
  const longer = toMm > fromMm;
  return {
    id: 'move-post',
    label: `Move the post from ${fromMm} to ${toMm} mm`,
    item: null,
    step: {
      title: `Move the post from ${fromMm} to ${toMm} mm`,
      short: `post ${fromMm} to ${toMm} mm`,
      detail:
        'Unscrew the post, set it into the hole marked for the new length, finger-tight and a touch more.',
      tool: slot.post.tool,
      minutes: 2,
      caution: longer ? UNDER_A_LONGER_DRIVE : null,
      when: 'before-drive',
    },
  };
}

const postMissing = (place: Place, slot: M2Slot, { lengthMm }: M2Drive): Check =>
  check('extras', () => {
    const post = postSet(place, slot, lengthMm);
    return {
      have: `${lengthMm}`,
      need: 'no post',
      sentence: `No post stands here: one of ${slot.standOff.mm} mm with ${slot.screw.thread} goes into the hole at ${lengthMm} mm${sayWhence(post.item)}.`,
      extras: [post],
    };
  });

function postSet({ parts }: Place, slot: M2Slot, atMm: number): Extra & { item: Item } {
  const { thread } = slot.screw;
  const post = partsThatDo(
    parts,
    'post',
    (part) => part.thread === thread && Math.abs(part.heightMm - slot.standOff.mm) <= 0.1,
  )[0];
  const item = itemOf(post, 'post', `${thread}, ${slot.standOff.mm} mm high, ±0.1`);
  return {
    id: 'set-post',
    label: `Post ${thread} × ${slot.standOff.mm} mm${sayWhence(item)}`,
    item,
    step: {
      title: `Set a post into the hole at ${atMm} mm`,
      short: `post at ${atMm} mm`,
      detail: 'Finger-tight and a touch more.',
      tool: slot.post.tool,
      minutes: 2,
      caution: null,
      when: 'before-drive',
    },
  };
}

/** What has to be done so that the post stands at `atMm`. */
function postTo(place: Place, slot: M2Slot, atMm: number): Extra[] {
  if (slot.post.nowAtMm === atMm) return [];
  return [slot.post.nowAtMm === null ? postSet(place, slot, atMm) : postMoved(slot, slot.post.nowAtMm, atMm)];
}

const extend = (place: Place, slot: M2Slot, { lengthMm }: M2Drive, part: PartOf<'extender'>): Check =>
  check('extras', () => {
    const item = itemOf(part, 'extender', `${part.fromMm} to ${part.toMm} mm`);
    return {
      have: `${lengthMm}`,
      need: `${part.toMm}`,
      sentence: `An extender makes the ${lengthMm} mm drive ${part.toMm} mm long, where ${slot.post.nowAtMm === part.toMm ? 'the post stands' : 'the post can go'}.`,
      extras: [
        ...postTo(place, slot, part.toMm),
        {
          id: 'extender',
          label: `Extender ${part.fromMm} to ${part.toMm} mm${sayWhence(item)}`,
          item,
          step: {
            title: `Screw the extender to the new drive`,
            short: `extender to ${part.toMm} mm`,
            detail: null,
            tool: slot.screw.bit,
            minutes: 2,
            caution: null,
            when: 'before-drive',
          },
        },
      ],
    };
  });

const moveHole = (slot: M2Slot, { lengthMm }: M2Drive, part: PartOf<'offset-bracket'>): Check =>
  check('extras', () => {
    const item = itemOf(part, 'offset-bracket', `${part.fromMm} to ${part.toMm} mm`);
    const outOfTheWay = slot.post.nowAtMm !== null && slot.post.nowAtMm < lengthMm;
    return {
      have: `${lengthMm}`,
      need: slot.post.nowAtMm === null ? 'no post' : `${slot.post.nowAtMm} now`,
      sentence: `An offset bracket holds a ${lengthMm} mm drive from the hole at ${part.fromMm} mm${sayWhence(item)}.`,
      extras: [
        {
          id: 'offset-bracket',
          label: `Offset bracket ${part.fromMm} to ${part.toMm} mm${sayWhence(item)}`,
          item,
          step: {
            title: `Set the offset bracket at ${part.fromMm} mm`,
            short: `bracket to ${part.toMm} mm`,
            detail: outOfTheWay
              ? `Take the post at ${slot.post.nowAtMm} mm out first and keep it on the tray.`
              : null,
            tool: slot.post.tool,
            minutes: 4,
            caution: outOfTheWay ? UNDER_A_LONGER_DRIVE : null,
            when: 'before-drive',
          },
        },
      ],
    };
  });

function onCorners(slot: MsataSlot, drive: MsataDrive): Check {
  const told = { have: drive.size, need: slot.sizes.join(' or ') };
  return slot.sizes.includes(drive.size)
    ? fits(() => ({ ...told, sentence: `Two screws hold a ${drive.size}-size card here.` }))
    : no(() => ({
        ...told,
        sentence: `Nothing holds a ${drive.size}-size card here: the screw places are for ${slot.sizes.join(' or ')} size.`,
      }));
}
