import { createElement } from 'react';
import { elementOf, onPaper, type Page } from '@ulpen/core';

interface PageViewProps {
  page: Page;
  /** `Radio, page 1 of 2` */
  name: string;
}

const CAMEL: Readonly<Record<string, string>> = {
  'font-family': 'fontFamily',
  'font-weight': 'fontWeight',
  'font-size': 'fontSize',
  'text-anchor': 'textAnchor',
  'stroke-width': 'strokeWidth',
  'stroke-dasharray': 'strokeDasharray',
};

/** A page as it will be printed: the same list of marks as in the files. */
export function PageView({ page, name }: PageViewProps) {
  return (
    <svg
      className="paper-page"
      viewBox={`0 0 ${page.width} ${page.height}`}
      role="img"
      aria-label={name}
      data-page
    >
      <rect width={page.width} height={page.height} fill="#fff" />
      {page.marks.map((mark, n) => {
        const { name: tag, attributes, text } = elementOf(mark, onPaper);
        const props = Object.fromEntries(Object.entries(attributes).map(([k, v]) => [CAMEL[k] ?? k, v]));
        return createElement(tag, { key: n, ...props }, text);
      })}
    </svg>
  );
}
