import { expect, it } from 'vitest';
import { familyName } from '../../src/catalogue/index.ts';

it.each([
  [['Keep first view', 'Keep second view', 'Keep third view'], 'Keep … view'],
  [['Open 1', 'Open 2'], 'Open …'],
  [['Turn left', 'Nudge left'], '… left'],
  [['First own tool', 'Second own tool'], '… own tool'],
  [['Closer', 'Farther'], ''],
  [['Save', 'Save as'], 'Save …'],
  [['Alone'], ''],
])('a family is named after what its labels share: %j is %j', (labels, name) => expect(familyName(labels)).toBe(name));
