/** Concepts and picks of other inquiries. */
import { connection } from '../db';

export interface ConceptElsewhere {
	inquiryId: string;
	/** The inquiry that it is a copy of; itself where it is none. */
	origin: string;
	conceptId: string;
	name: string;
	words: string[];
}

/** So many concepts are looked at; the latest inquiries first. */
const MOST_CONCEPTS = 200;

/**
 * Concepts of other inquiries that have one of some texts as their name or as a word. Copies of an inquiry, and what it is a
 * copy of, are not other inquiries; those of learners are evidence for nobody.
 */
export function conceptsLike(inquiryId: string, texts: readonly string[]): Promise<ConceptElsewhere[]> {
	const asked = [...new Set(texts.map((text) => text.toLowerCase()))];
	return connection().sql<ConceptElsewhere>`
		with alike as (
			select inquiry_id, id from concepts where lower(name) = any(${asked})
			union
			select inquiry_id, concept_id from words where lower(text) = any(${asked})
		)
		select c.inquiry_id as "inquiryId", coalesce(i.copy_of, i.id) as origin, c.id as "conceptId", c.name, coalesce((
			select array_agg(w.text) from words w where w.inquiry_id = c.inquiry_id and w.concept_id = c.id
		), '{}') as words
		from alike join concepts c on c.inquiry_id = alike.inquiry_id and c.id = alike.id
		join inquiries i on i.id = c.inquiry_id and i.deleted_at is null and i.lesson_id is null
		where coalesce(i.copy_of, i.id) <> (
			select coalesce(own.copy_of, own.id) from inquiries own where own.id = ${inquiryId}
		)
		order by i.changed_at desc limit ${MOST_CONCEPTS}`;
}

/** Headings of an index that are picked alone for some concepts, and not rejected. */
export function picksForConcepts(
	concepts: readonly Pick<ConceptElsewhere, 'inquiryId' | 'conceptId'>[],
	code: string
): Promise<{ inquiryId: string; conceptId: string; uri: string }[]> {
	return connection().sql<{ inquiryId: string; conceptId: string; uri: string }>`
		select p.inquiry_id as "inquiryId", p.concept_id as "conceptId", p.headings -> 0 ->> 'uri' as uri
		from unnest(${concepts.map(({ inquiryId }) => inquiryId)}::text[],
			${concepts.map(({ conceptId }) => conceptId)}::text[]) as of(inquiry_id, concept_id)
		join picks p on p.inquiry_id = of.inquiry_id and p.concept_id = of.concept_id
		where p.index_code = ${code} and p.role <> 'rejected' and jsonb_array_length(p.headings) = 1`;
}
