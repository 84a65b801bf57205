import { model } from '../testing/samples.js';
import { findModels } from './machine-model.js';

const models = [
  model(),
  model({ id: 'slate', maker: 'Brackwater', name: 'Slate 15', labelTexts: ['BS-15 rev C'] }),
  model({ id: 'fen-17', name: 'Fen 17', labelTexts: ['TF17-1K'] }),
];
const found = (typed: string) => findModels(models, typed).map((one) => one.id);

it.each([
  ['tf14', ['fen']],
  ['TF14-2K', ['fen']],
  ['fen 17', ['fen-17']],
  ['slate', ['slate']],
  ['rev c bs', ['slate']],
  ['tarnwell', ['fen', 'fen-17']],
  ['nothing like it', []],
])('typing "%s" finds %j', (typed, ids) => expect(found(typed)).toEqual(ids));

it('shows all before anything is typed', () => expect(found('  ')).toHaveLength(3));
