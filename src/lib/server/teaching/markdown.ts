/** The words of steps: Markdown without HTML and pictures, with links to http and https alone. */
import MarkdownIt from 'markdown-it';

const markdown = new MarkdownIt({ html: false, linkify: false });
markdown.disable('image');
markdown.validateLink = (address) => /^https?:\/\//i.test(address.trim());

/** As HTML in which nothing is markup but what Markdown made. O(length). */
export const asHtml = (text: string): string => markdown.render(text);
