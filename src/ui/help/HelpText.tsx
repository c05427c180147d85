import type { ReactNode } from 'react';
import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';
import css from './help.module.css';
import { readRates } from './ratesBlock';
import { RatesPicture } from './RatesPicture';

/** A text of the docs as it is read on the page; headings can be gone to, and links between the docs lead to their pages. */
export function HelpText({ text, anchorOf }: { text: string; anchorOf: (title: string) => string }) {
  const heading = (depth: 2 | 3) =>
    function Heading({ children }: { children?: ReactNode }) {
      const Tag = `h${depth}` as const;
      return <Tag id={anchorOf(plain(children))}>{children}</Tag>;
    };
  return (
    <div className={css.text}>
      <Markdown
        remarkPlugins={[remarkGfm]}
        components={{
          h2: heading(2),
          h3: heading(3),
          a: ({ href, children }) => <a href={addressOf(href ?? '')}>{children}</a>,
          pre: Fenced,
          table: ({ children }) => (
            <div className={css.table} tabIndex={0} role="region" aria-label="Table">
              <table>{children}</table>
            </div>
          ),
        }}
      >
        {text}
      </Markdown>
    </div>
  );
}

/** A fenced block: what was measured as a picture, all else as it is written. */
function Fenced({ node, children }: { node?: { children: unknown[] }; children?: ReactNode }) {
  const code = node?.children[0] as { data?: { meta?: string }; properties?: { className?: string[] } } | undefined;
  const language = code?.properties?.className?.[0]?.replace('language-', '');
  const rates = language === 'rates' ? readRates(`rates ${code?.data?.meta ?? ''}`, plain(children)) : undefined;
  return rates ? <RatesPicture {...rates} /> : <pre tabIndex={0}>{children}</pre>;
}

function plain(node: ReactNode): string {
  if (typeof node === 'string' || typeof node === 'number') return String(node);
  if (Array.isArray(node)) return node.map(plain).join('');
  if (node !== null && typeof node === 'object' && 'props' in node)
    return plain((node.props as { children?: ReactNode }).children);
  return '';
}

/** `measures.md#stand-ins` is a page of the help. */
function addressOf(href: string): string {
  const page = /^([a-z-]+)\.md(#.*)?$/.exec(href);
  return page ? `/help/${page[1]}${page[2] ?? ''}` : href;
}
