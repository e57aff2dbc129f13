import type { EditionBody, EditionRow } from '../../contract/index.ts';
import { US, showStored } from '../../keys/index.ts';
import { keyboardsOf } from '../../press/index.ts';
import { tell, type LearnerCode } from '../../words/index.ts';
import { differences, type RowDifference } from '../compose/differences.ts';
import { escaped } from '../fit/escaped.ts';
import type { PageChoice } from './choice.ts';

const SAID: Record<Exclude<RowDifference['kind'], 'other keys' | 'renamed'>, LearnerCode> = {
  added: 'since.new',
  dropped: 'since.gone',
  'other words': 'since.words',
};

/** What has changed on a reader’s platform for who knows an earlier edition of a sheet, or an earlier release as shipped. */
export function sinceSection(
  of: number | string,
  before: EditionBody,
  now: EditionBody,
  { platform, how, language }: PageChoice,
): string {
  const t = (code: LearnerCode, values: Record<string, string | number> = {}) => escaped(tell(language, code, values));
  const keys = (row: EditionRow | null) =>
    (row?.keys[platform] ?? [])
      .map((key) => `<kbd>${escaped(showStored(key, platform, how, US, language))}</kbd>`)
      .join(' ') || t('page.no key');
  // On this platform alone: what has other keys elsewhere is no change here.
  const on = (body: EditionBody): EditionBody => ({
    ...body,
    platforms: body.platforms.filter((one) => one === platform),
  });
  const items = differences(on(before), on(now), keyboardsOf([US], [platform])).map((one) => {
    const label = (one.now ?? one.before)!.label;
    const what =
      one.kind === 'other keys'
        ? `${keys(one.before)} → ${keys(one.now)}`
        : one.kind === 'renamed'
          ? t('since.was', { label: one.before!.label })
          : t(SAID[one.kind]);
    return `<li lang="${now.language}"><b>${escaped(label)}</b> <span lang="${language}">${what}</span></li>`;
  });
  const list = items.length ? `<ul>${items.join('')}</ul>` : `<p>${t('since.none')}</p>`;
  return `<section class="since" id="since"><h2>${typeof of === 'number' ? t('since.title', { number: of }) : t('since.release', { release: of })}</h2>${list}</section>`;
}
