import type { EditionBody, PublicEdition, ToolName } from '../../contract/index.ts';
import { platformName } from '../../keys/index.ts';
import { each } from '../../memory/index.ts';
import {
  dateIn,
  LANGUAGE_NAMES,
  LEARNER_LANGUAGES,
  tell,
  type LearnerCode,
  type LearnerLanguage,
} from '../../words/index.ts';
import { changingSaid } from '../compose/how-to-change.ts';
import { escaped } from '../fit/escaped.ts';
import { loadingSteps } from '../compose/loading.ts';
import { fit, pageHtml } from '../fit/index.ts';
import { subjectOf } from '../compose/changes.ts';
import type { PageChoice } from './choice.ts';
import { documentOf, linkTo, type Assets } from './shell.ts';
import { sinceSection } from './since.ts';

/** Where the things around an edition are. */
export interface PageLinks {
  /** Where it is to be had, whole: it is printed on it. */
  readonly address: string;
  /** The same page read otherwise. */
  readonly to: (choice: PageChoice) => string;
  readonly files: { readonly pdf: string; readonly csv: string; readonly md: string; readonly json: string };
  readonly preset: (name: string) => string;
  /** All preset files in one. */
  readonly presets?: string;
  readonly strips?: string;
  /** Where the learners’ tools are, and which of them there are. */
  readonly tools?: readonly { readonly name: ToolName; readonly href: string }[];
  /** The address that always shows the newest edition. */
  readonly newest?: string;
  readonly feed?: string;
  /** What installs it under its own name. */
  readonly app?: string;
  /** All of it as files for a web host. */
  readonly site?: string;
  /** The same page for who knows an earlier edition, by its number, or an earlier release as shipped, by its name. */
  readonly since?: readonly { readonly of: number | string; readonly href: string }[];
  /** Where reports are sent. */
  readonly report?: string;
}
export interface PageFrame {
  readonly links: PageLinks;
  readonly assets: Assets;
  /** It stands in another page: with a small frame of its own. */
  readonly embedded?: boolean;
  /** A report has just been sent. */
  readonly reported?: boolean;
  /** An earlier edition or release that the reader knows, with the lines of it. */
  readonly since?: { readonly of: number | string; readonly body: EditionBody };
}

/** What the script says, in the language of the frame. */
const SCRIPT_SAYS = [
  'page.find',
  'page.find hint',
  'page.none',
  'page.print',
  'page.large',
  'page.large end',
  'mark.use',
  'mark.learn',
  'mark.not',
  'mark.what',
  'page.copy',
  'page.copy slow',
  'page.copy other',
  'page.copy again',
] as const satisfies readonly LearnerCode[];

/** A published edition as a page of its own, from its layout: what stands on it is what its PDF says. */
export function editionPage(edition: PublicEdition, choice: PageChoice, frame: PageFrame): string {
  const { body } = edition;
  const { language } = choice;
  const platforms = body.format === 'crib-sheet' && body.look.sideBySide ? body.platforms : [choice.platform];
  const layout = fit(body, { platforms, how: choice.how, keyLanguage: language }, frame.links.address);
  const t = (code: LearnerCode, values: Record<string, string | number> = {}) => tell(language, code, values);
  const keys = { 'own key': t('chip.ours'), 'fixed key': t('chip.fixed') };
  const pages = layout.pages.map((page, at) =>
    pageHtml(layout, page, {
      title: t('print.page', { page: at + 1, pages: layout.pages.length }),
      keys,
      fresh: t('row.since'),
      keyLanguage: body.language === language ? undefined : language,
    }),
  );
  const sheet = `<main class="flows" lang="${body.language}" style="--wide:${layout.width.toFixed(2)}">${pages.join('')}</main>`;
  const words = JSON.stringify(
    Object.fromEntries(
      SCRIPT_SAYS.map((code) => [
        code,
        t(code, {
          label: '{label}',
          on: '{on}',
          number: body.number,
          platform: platforms.map(platformName).join(', '),
        }),
      ]),
    ),
  );
  const { links } = frame;
  const since =
    frame.since && body.format === 'crib-sheet' ? sinceSection(frame.since.of, frame.since.body, body, choice) : '';
  const head = [
    links.newest && `<link rel="canonical" href="${escaped(links.newest)}">`,
    links.app && `<link rel="manifest" href="${escaped(links.app)}">`,
    links.feed &&
      `<link rel="alternate" type="application/atom+xml" title="${escaped(body.title)}" href="${escaped(links.feed)}">`,
  ];
  return documentOf({
    language,
    title: `${body.title} · ${t('page.edition', { number: body.number })}`,
    description: body.intro || subjectOf(body),
    assets: frame.assets,
    head: head.filter(Boolean).join(''),
    style: `@page { size: ${layout.width.toFixed(2)}pt ${layout.height.toFixed(2)}pt; margin: 0; }`,
    attributes: `class="edition${frame.embedded ? ' embedded' : ''}" data-sheet="${escaped(edition.address)}" data-words="${escaped(words)}"`,
    content: frame.embedded
      ? `${standingNote(edition, language)}${sheet}<p class="whole">${linkTo(links.to(choice), t('page.whole'), 'target="_blank" rel="noopener"')}</p>`
      : `<header class="frame">${choices(edition, choice, frame)}${standingNote(edition, language)}${since}</header>${sheet}${besides(edition, choice, frame)}`,
  });
}

const namesIn = each((language: LearnerLanguage) => new Intl.DisplayNames(language, { type: 'language' }));

/** What became of an edition since it was published, and in which language its texts are where the page is in another. */
function standingNote({ standing: { withdrawn, newer }, body }: PublicEdition, language: LearnerLanguage): string {
  const note = (html: string) => `<p class="stands" role="status">${html}</p>`;
  const written =
    body.language === language
      ? ''
      : `<p class="written">${escaped(tell(language, 'page.written in', { language: namesIn(language).of(body.language) ?? body.language }))}</p>`;
  const gone = withdrawn
    ? note(
        `${escaped(tell(language, 'page.withdrawn', { on: dateIn(language, withdrawn.on) }))} <span lang="${body.language}">${escaped(withdrawn.because)}</span>`,
      )
    : '';
  return (
    gone +
    (newer
      ? note(linkTo(newer.path, tell(language, 'page.newer', { number: newer.number, on: dateIn(language, newer.on) })))
      : '') +
    written
  );
}

/** The ways to read it, as links: each is a page of its own. */
function choices({ body, files }: PublicEdition, choice: PageChoice, { links, since: known }: PageFrame): string {
  const since = known?.of;
  const { language, platform, how } = choice;
  const t = (code: LearnerCode) => tell(language, code);
  const chosen = (other: Partial<PageChoice>, text: string, on: boolean, more = '') =>
    linkTo(links.to({ ...choice, ...other }), text, [on ? 'aria-current="true"' : '', more].filter(Boolean).join(' '));
  const group = (name: string, list: readonly string[]) =>
    `<div role="group" aria-label="${escaped(name)}">${list.join('')}</div>`;
  const together = body.format === 'crib-sheet' && body.look.sideBySide;
  const presets = files.filter((one) => one.platform === platform && !one.back);
  return `<nav>${[
    body.platforms.length > 1 && !together
      ? group(
          t('page.platform'),
          body.platforms.map((one) => chosen({ platform: one }, platformName(one), one === platform)),
        )
      : '',
    group(t('page.keys'), [
      chosen({ how: 'words' }, t('page.in words'), how === 'words'),
      chosen({ how: 'symbols' }, t('page.in symbols'), how === 'symbols'),
    ]),
    group(
      t('page.language'),
      LEARNER_LANGUAGES.map((one) => chosen({ language: one }, LANGUAGE_NAMES[one], one === language, `lang="${one}"`)),
    ),
    links.since?.length
      ? group(t('page.since'), [
          `<span aria-hidden="true">${escaped(t('page.since'))}:</span>`,
          ...links.since.map(({ of, href }) =>
            linkTo(
              href,
              typeof of === 'number' ? tell(language, 'page.edition', { number: of }) : of,
              since === of ? 'aria-current="true"' : '',
            ),
          ),
        ])
      : '',
    links.tools?.length
      ? group(
          t('tool.tools'),
          links.tools.map(({ name, href }) => linkTo(href, t(`tool.${name}`))),
        )
      : '',
    ...presets.map((one) =>
      linkTo(
        links.preset(one.name),
        [t('page.get preset'), presets.length > 1 ? one.recipe : ''].filter(Boolean).join(' · '),
        'class="primary" download',
      ),
    ),
  ].join('')}</nav>`;
}

/** What stands under a sheet: how keys are changed, the preset file, the other forms, and where to say what is wrong. */
function besides(edition: PublicEdition, { platform, language }: PageChoice, { links, reported }: PageFrame): string {
  const { body, files, howToLoad, standing } = edition;
  const t = (code: LearnerCode) => tell(language, code);
  const section = (title: string, html: string, name = '') =>
    `<section${name && ` id="${name}"`}><h2>${escaped(title)}</h2>${html}</section>`;
  const changing =
    body.format === 'crib-sheet' && body.changing ? changingSaid(body.changing, platform, body.language, language) : '';
  const here = files.filter((one) => one.platform === platform);
  const presets = here
    .filter((one) => !one.back)
    .map((file) => {
      const toBack = here.find((one) => one.back && one.recipe === file.recipe);
      const back = toBack ? `<p>${linkTo(links.preset(toBack.name), t('page.get back'), 'download')}</p>` : '';
      const losses = file.losses.length
        ? `<details><summary>${escaped(t('page.losses'))}</summary><ul>${file.losses.map((one) => `<li>${escaped(one)}</li>`).join('')}</ul></details>`
        : '';
      return `${back}${losses}<p class="sum">${escaped(file.name)} · SHA-256 ${file.hash}</p>`;
    });
  const { said, steps, back } = loadingSteps(howToLoad);
  const ticks = steps.map((one) => `<li><label><input type="checkbox"> ${escaped(one)}</label></li>`).join('');
  const loading = `<div lang="${body.language}">${said.map((one) => `<p>${escaped(one)}</p>`).join('')}${ticks && `<ul class="steps">${ticks}</ul>`}</div>`;
  const goingBack = back.length
    ? `<h3>${escaped(t('page.going back'))}</h3><div lang="${body.language}">${back.map((one) => `<p>${escaped(one)}</p>`).join('')}</div>`
    : '';
  // What was withdrawn is still to be had, when it is asked for by name.
  const kept = standing.withdrawn ? '?kept' : '';
  const downloads = [
    [links.files.pdf + kept, 'PDF'],
    [links.strips ? links.strips + kept : '', t('page.strips')],
    [links.presets ?? '', t('page.presets')],
    [links.files.md + kept, 'Markdown'],
    [links.files.csv + kept, 'CSV'],
    [links.files.json, 'JSON'],
    [links.site ?? '', t('page.site')],
  ].flatMap(([href, text]) => (href ? [linkTo(href, text!, 'download')] : []));
  const follow = [
    links.newest && linkTo(links.newest, t('page.newest')),
    links.feed && linkTo(links.feed, t('page.feed')),
  ];
  return `<footer>${[
    changing ? section(t('page.changing'), `<p lang="${body.language}">${escaped(changing)}</p>`) : '',
    presets.length ? section(t('page.loading file'), `${loading}${goingBack}${presets.join('')}`) : '',
    links.report
      ? section(
          t('report.title'),
          reported ? `<p role="status">${escaped(t('report.thanks'))}</p>` : reportForm(body, links.report, language),
          'report',
        )
      : '',
    `<p class="downloads">${[...downloads, ...follow].filter(Boolean).join(' · ')}</p>`,
  ].join('')}</footer>`;
}

/** A report of a learner: what it is about, and what is said; nothing else is sent. */
function reportForm(body: PublicEdition['body'], action: string, language: LearnerLanguage): string {
  const t = (code: LearnerCode) => escaped(tell(language, code));
  const rows =
    body.format === 'crib-sheet'
      ? body.sections.flatMap((one) => one.rows.map((row) => [row.command, row.label]))
      : body.groups.flatMap((one) => one.lines.map((line) => [line.command, line.subject]));
  const lines = [...new Map(rows.filter(([command, label]) => command && label) as [string, string][])];
  const options = lines
    .map(([command, label]) => `<option value="${escaped(command)}">${escaped(label)}</option>`)
    .join('');
  return `<form method="post" action="${escaped(action)}"><p>${t('report.about')}</p>
<fieldset><legend>${t('report.kind')}</legend>${(['wrong', 'question', 'missing'] as const).map((kind, at) => `<label><input type="radio" name="kind" value="${kind}"${at ? '' : ' checked'}> ${t(`report.${kind}`)}</label>`).join('')}</fieldset>
<label>${t('report.line')}<select name="command"><option value="">${t('report.no line')}</option>${options}</select></label>
<label>${t('report.text')}<textarea name="text" rows="3" maxlength="1000" required></textarea></label>
<button type="submit">${t('report.send')}</button></form>`;
}
