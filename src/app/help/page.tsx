import { PageLink } from '@/ui/frame/PageLink';
import { findHelp, helpPages } from '@/server/help/helpPages';
import { HelpFrame } from '@/ui/help/HelpFrame';
import css from '@/ui/help/help.module.css';

export const dynamic = 'force-dynamic';

/** What the help has, or what was found in it. */
export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const { find } = await searchParams;
  const question = [find ?? ''].flat()[0].slice(0, 200);
  const pages = await helpPages();
  const hits = findHelp(pages, question);
  return (
    <HelpFrame pages={pages} question={question}>
      {question.trim() === '' ? (
        <>
          <h2>Help</h2>
          <p>
            Every word of the language, every field, every measure, every key and every fault, as this version has them.
            F1 on the desk opens this at the word, the field or what is selected.
          </p>
          <ul>
            {pages.map(({ id, title, sections }) => (
              <li key={id}>
                <PageLink href={`/help/${id}`}>{title}</PageLink>{' '}
                {sections.length > 1 && <span className="quiet">{sections.length} sections</span>}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <h2>
            {hits.length > 0 ? `Found for “${question}”` : `Nothing is found for “${question}”. Fewer words find more.`}
          </h2>
          <ul className={css.hits}>
            {hits.map(({ page, section, excerpt }, index) => (
              <li key={index}>
                <PageLink href={`/help/${page.id}#${section.anchor}`}>{section.title}</PageLink>{' '}
                <span className="quiet">{page.title}</span>
                <div className="quiet">{excerpt}</div>
              </li>
            ))}
          </ul>
        </>
      )}
    </HelpFrame>
  );
}
