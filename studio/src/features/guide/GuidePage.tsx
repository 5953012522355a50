import { Box, Link, Typography } from '@mui/material';
import { useEffect, useMemo, useRef } from 'react';
import Markdown, { type Components } from 'react-markdown';
import rehypeSlug from 'rehype-slug';
import { greys } from '../../theme';
import { exampleOf } from './example';
import { LiveMove } from './LiveMove';
import { topicOfLink, type Page } from './page';
import { useScrollTo } from './useScrollTo';

interface Props {
  page: Page;
  /** The paragraph that is looked for. */
  heading: string | null;
  onTopic: (topic: string) => void;
}

/** One page of the guide. */
export function GuidePage({ page, heading, onTopic }: Props) {
  const body = useRef<HTMLDivElement>(null);
  useScrollTo(body, heading);
  const follow = useRef(onTopic);
  useEffect(() => {
    follow.current = onTopic;
  });
  // The same ones for as long as the page is: others would begin what is tried in it anew.
  const parts = useMemo<Components>(
    () => ({
      h2: ({ id, children }) => <Typography variant="subtitle2" component="h3" id={id} sx={HEADING}>{children}</Typography>,
      h3: ({ id, children }) => <Typography variant="subtitle2" component="h4" id={id} sx={HEADING}>{children}</Typography>,
      a: ({ href = '', children }) => {
        const topic = topicOfLink(page.id, href);
        return topic === null ? (
          <>{children}</>
        ) : (
          <Link component="button" type="button" onClick={() => { follow.current(topic); }} sx={{ font: 'inherit', verticalAlign: 'baseline', color: '#fff', minWidth: 0, minHeight: 0 }}>
            {children}
          </Link>
        );
      },
      // A block of code is a move to try.
      pre: ({ children }) => <>{children}</>,
      code: ({ className, children }) => {
        const text = typeof children === 'string' ? children : '';
        const example = className === 'language-look' ? exampleOf(text) : null;
        return example ? <LiveMove example={example} /> : <Box component="code" sx={{ bgcolor: '#2c2c2c', borderRadius: 0.5, px: 0.5 }}>{text}</Box>;
      },
    }),
    [page.id],
  );
  return (
    <Box ref={body} sx={{ fontSize: '0.8125rem', lineHeight: 1.5, color: greys.text, '& p': { my: 1 }, '& ul, & ol': { pl: 2.25, my: 1 }, '& li': { mb: 0.5 } }}>
      <Typography variant="h6" component="h2" sx={{ fontSize: '1.05rem', mb: 0.5 }}>
        {page.title}
      </Typography>
      <Markdown rehypePlugins={[rehypeSlug]} components={parts}>
        {page.text}
      </Markdown>
    </Box>
  );
}

const HEADING = { mt: 1.75, mb: 0.25, '&[data-looked-for]': { bgcolor: '#575757', mx: -0.75, px: 0.75, borderRadius: 0.5 } };
