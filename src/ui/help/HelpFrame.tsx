import { PageLink } from '../frame/PageLink';
import type { ReactNode } from 'react';
import { Frame } from '../frame/Frame';
import css from './help.module.css';

/** The pages of the help beside what is read; and the field in which all of it is searched. */
export function HelpFrame({
  here,
  pages,
  question = '',
  children,
}: {
  /** The page that is read; none on the page of what was found. */
  here?: { id: string; title: string; sections: readonly { title: string; anchor: string; depth: number }[] };
  pages: readonly { id: string; title: string }[];
  question?: string;
  children: ReactNode;
}) {
  const trail = [
    { label: 'Shelf', href: '/' },
    ...(here ? [{ label: 'Help', href: '/help' }, { label: here.title }] : [{ label: 'Help' }]),
  ];
  return (
    <Frame trail={trail}>
      <div className={css.help}>
        <nav className={css.aside} aria-label="Pages of the help">
          <form action="/help" role="search" className={css.search}>
            <input
              type="search"
              name="find"
              aria-label="Search the help"
              placeholder="Word, field, key …"
              defaultValue={question}
            />
            <button type="submit" className={css.button}>
              Search
            </button>
          </form>
          <ul className={css.pages}>
            {pages.map(({ id, title }) => (
              <li key={id}>
                <PageLink href={`/help/${id}`} aria-current={id === here?.id ? 'page' : undefined}>
                  {title}
                </PageLink>
                {id === here?.id && (
                  <ul>
                    {here.sections
                      .filter(({ depth }) => depth === 2)
                      .map(({ title: section, anchor }) => (
                        <li key={anchor}>
                          <a href={`#${anchor}`}>{section}</a>
                        </li>
                      ))}
                  </ul>
                )}
              </li>
            ))}
          </ul>
        </nav>
        <article className={css.article}>{children}</article>
      </div>
    </Frame>
  );
}
