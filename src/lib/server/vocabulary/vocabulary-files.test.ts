import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { verbatim } from '../db/statements';
import { currentIndex } from './editions';
import { mappingsNamed } from './mapping-rows';
import { createIndex, removeIndex } from './subject-indexes';
import { exportVocabulary } from './vocabulary-export';
import { readVocabularyData } from './vocabulary-rows';
import { cancelJob, findJob, jobFindingsCsv } from '../jobs/jobs';
import { startVocabularyImport } from './vocabulary-upload';
import { loadTurtle } from './turtle.test-aid';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'alder', name: 'Alder', discipline: 'engineering' });
});
afterAll(() => dropDatabase(url));

async function start(content: string, contentType: string, edition = '1') {
	const body = new Response(content).body;
	return startVocabularyImport(LOCAL_PERSON, {
		indexCode: 'alder',
		edition,
		contentType,
		length: undefined,
		body
	});
}

async function ended(id: string) {
	for (;;) {
		const job = await findJob(LOCAL_PERSON, id);
		if (job.state === 'done' || job.state === 'failed') return job;
		await new Promise((resolve) => setTimeout(resolve, 20));
	}
}

const load = async (content: string, contentType: string, edition?: string) =>
	ended(await start(content, contentType, edition));

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const TURTLE = `@prefix skos: <${SKOS}> . @prefix oak: <https://oakmoss.example/terms#> . @prefix x: <https://x.example/> .
@prefix skosxl: <http://www.w3.org/2008/05/skos-xl#> . @prefix dct: <http://purl.org/dc/terms/> .
x:walls a skos:Concept ; skos:prefLabel "Walls"@en, "Muros"@es ; skos:altLabel "Partitions"@en ; skos:hiddenLabel "Wals"@en ;
	skos:notation "B.1", "69"^^x:udc ; skos:exactMatch <https://y.example/wall> ; skos:scopeNote "Upright parts."@en ; skos:historyNote "Was Partitions."@en ; oak:introduced "1988" ;
	oak:aspect "cost", "use" ; skos:related x:paint .
x:paint a skos:Concept ; skos:prefLabel "Paint"@en ; skos:broader x:walls ; skos:related x:walls ; dct:replaces x:walls ; oak:retired "2001" .
x:parts a skos:Collection ; skos:prefLabel "Parts"@en ; skos:member x:coats, x:walls .
x:coats a skos:OrderedCollection ; skos:prefLabel "Coats"@en ; skos:memberList (x:paint) .
[] a oak:CompoundEntryTerm ; skosxl:literalForm "Wall paint"@en ; oak:useTogether x:walls, x:paint .
`;
const FORMATS = { ttl: 'text/turtle', jsonld: 'application/ld+json', csv: 'text/csv' } as const;

async function stored() {
	const { edition } = await currentIndex('alder');
	const { headings, entryTerms, collections } = await readVocabularyData(edition?.id ?? 0);
	return {
		collections,
		mappings: await mappingsNamed('vocabulary alder'),
		headings: headings.map((heading) => ({ ...heading, aspects: [...heading.aspects].sort() })),
		entryTerms: entryTerms.map((entry) => ({ ...entry, headings: [...entry.headings].sort() }))
	};
}

describe('formats', () => {
	it.each(Object.entries(FORMATS))(
		'%s: out and in again, through the database, is the same vocabulary',
		async (ending, type) => {
			expect((await load(TURTLE, 'text/turtle')).state).toBe('done');
			const before = await stored();
			expect(before.headings[0]).toMatchObject({
				notation: 'B.1',
				notations: [{ text: 'B.1' }, { text: '69', type: 'https://x.example/udc' }],
				introduced: 1988,
				aspects: ['cost', 'use']
			});
			expect(before.collections.map(({ members, isOrdered }) => [members, isOrdered])).toEqual([
				[[{ collection: 1 }, 0], undefined],
				[[1], true]
			]);
			expect(before.mappings).toMatchObject([
				{ subject: 'https://x.example/walls', object: 'https://y.example/wall', relation: 'exact' }
			]);
			const file = await (await exportVocabulary(LOCAL_PERSON, 'alder', ending)).text();
			const job = await load(file, type, '2');
			expect(job.report?.error).toBeUndefined();
			expect(await stored()).toEqual(before);
		}
	);

	it('N-Triples and RDF/XML say the same as Turtle', async () => {
		const triples = `<https://x.example/a> <${SKOS}prefLabel> "Noise"@en .\n<https://x.example/b> <${SKOS}prefLabel> "Traffic noise"@en .\n<https://x.example/b> <${SKOS}broader> <https://x.example/a> .\n`;
		expect((await load(triples, 'application/n-triples')).state).toBe('done');
		const fromTriples = await stored();
		const xml = `<?xml version="1.0"?>
<!DOCTYPE rdf:RDF [ <!ENTITY x "https://x.example/"> ]>
<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="${SKOS}">
	<skos:Concept rdf:about="https://x.example/a"><skos:prefLabel xml:lang="en">Noise</skos:prefLabel></skos:Concept>
	<skos:Concept rdf:about="&x;b"><skos:prefLabel xml:lang="en">Traffic noise</skos:prefLabel><skos:broader rdf:resource="&x;a"/></skos:Concept>
</rdf:RDF>`;
		const job = await load(xml, 'application/rdf+xml');
		expect(job.report?.error).toBeUndefined();
		expect(await stored()).toEqual(fromTriples);
	});
});

describe('bad files', () => {
	const rdf = (inside: string, doctype = '') =>
		`<?xml version="1.0"?>${doctype}<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="${SKOS}">${inside}</rdf:RDF>`;
	const deep = '<skos:Concept><skos:broader>'.repeat(2_000) + '</skos:broader></skos:Concept>'.repeat(2_000);
	it.each([
		['XML that is not closed', 'application/rdf+xml', rdf('<skos:Concept>'), 'unreadable'],
		['an external entity', 'application/rdf+xml', rdf('&e;', '<!DOCTYPE r [<!ENTITY e SYSTEM "file:///etc/hostname">]>'), 'external-entity'],
		['an external DOCTYPE', 'application/rdf+xml', rdf('', '<!DOCTYPE r SYSTEM "https://x.example/r.dtd">'), 'external-entity'],
		['an entity bomb', 'application/rdf+xml', rdf('&c;', '<!DOCTYPE r [<!ENTITY a "ha"><!ENTITY b "&a;&a;"><!ENTITY c "&b;&b;">]>'), 'nested-entity'],
		['XML nested without end', 'application/rdf+xml', rdf(deep), 'too-deep'],
		['JSON that breaks off', 'application/ld+json', '{"@graph":[{"@id":"x:a"', 'unreadable'],
		['a context on the network', 'application/ld+json', '{"@context":"https://x.example/c.jsonld","@id":"x:a"}', 'remote-context'],
		['CSV without a heading column', 'text/csv', 'name;broader\na;b\n', 'unreadable'],
		['CSV with a quotation mark left open', 'text/csv', 'id,heading\n1,"Noise\n2,Rest\n', 'unreadable'],
		['CSV with a field too many', 'text/csv', 'id,heading\n1,Noise\n2,Rest,and more\n', 'unreadable'],
		['a heading whose address is a book', 'text/csv', `id,heading\nhttps://x.example/${'a'.repeat(3_000)},Noise\n`, 'address-too-long'],
		['N-Triples cut short', 'application/n-triples', '<https://x.example/a> <https://x.example/b> "no end', 'unreadable']
	])('refuse %s with the reason, and change nothing', async (_, type, content, code) => {
		await load(TURTLE, 'text/turtle');
		const before = await stored();
		const job = await load(content, type, 'broken');
		expect(job.report?.error).toMatchObject({ code });
		expect(job.report?.error?.message.length).toBeGreaterThan(20);
		expect(await stored()).toEqual(before);
	}); // prettier-ignore

	it('name the line in CSV, for what stops the import and for what does not', async () => {
		const stopped = await load('id,heading\n1,Noise\n2,Rest,and more\n', 'text/csv');
		expect(stopped.report?.error?.line).toBe(3);
		const job = await load(
			'id,heading,language,broader\n1,Noise,en,\n2,"Two\nlines",en,9\n3,Rest,en,8\n',
			'text/csv'
		);
		const lines = job.report?.findings
			.filter(({ rule }) => rule === 'unknown-target')
			.map(({ line }) => line);
		expect(lines).toEqual([3, 5]);
		const csv = await (
			await jobFindingsCsv(
				LOCAL_PERSON,
				await start('id,heading\n1,=cmd\n', 'text/csv').then(async (id) => (await ended(id), id))
			)
		).text();
		expect(csv).toContain('severity,rule,line,place,message');
	});

	it.each<[string, string, string]>([
		['tagged text', 'text/plain', 'Walls\n  UF  Partitions\n  QQ  odd\nPaint\n  BT  Walls\n'],
		['MARC', 'application/marc', ['001 1|150 aWalls|450 aPartitions', '001 2|150 aPaint|550 wg\x1faWalls'].map((record) => { const fields = record.split('|'); return `00000nz  a2200000n  4500${fields.map((one) => `${one.slice(0, 3)}000000000`).join('')}\x1e${fields.map((one) => (one < '01' ? one.slice(4) : `  \x1f${one.slice(4)}`)).join('\x1e')}\x1e\x1d`; }).join('')],
		['MARCXML', 'application/marcxml+xml', `<collection xmlns="http://www.loc.gov/MARC21/slim">${['<datafield tag="150"><subfield code="a">Walls</subfield></datafield><datafield tag="450"><subfield code="a">Partitions</subfield></datafield>', '<datafield tag="150"><subfield code="a">Paint</subfield></datafield><datafield tag="550"><subfield code="w">g</subfield><subfield code="a">Walls</subfield></datafield>'].map((fields, i) => `<record><leader>00000nz  a2200000n  4500</leader><controlfield tag="001">${i + 1}</controlfield>${fields}</record>`).join('')}</collection>`],
		['ISO 25964', 'application/xml', `<ISO25964Interchange xmlns="http://iso25964.org/"><Thesaurus><ThesaurusConcept><identifier>1</identifier><PreferredTerm><lexicalValue>Walls</lexicalValue></PreferredTerm><SimpleNonPreferredTerm><lexicalValue>Partitions</lexicalValue></SimpleNonPreferredTerm></ThesaurusConcept><ThesaurusConcept><identifier>2</identifier><PreferredTerm><lexicalValue>Paint</lexicalValue></PreferredTerm></ThesaurusConcept><HierarchicalRelationship><role>BT</role><isHierRelConcept>1</isHierRelConcept><hasHierRelConcept>2</hasHierRelConcept></HierarchicalRelationship></Thesaurus></ISO25964Interchange>`]
	])('reads %s, and what it leaves out is in the report', async (name, type, text) => {
		const job = await load(text, type, name);
		expect(job.report?.error).toBeUndefined();
		const { headings, entryTerms } = await stored();
		const wall = headings.findIndex(({ labels }) => labels[0].text === 'Walls');
		expect(headings.map(({ labels, broader }) => [labels[0].text, broader])).toEqual(expect.arrayContaining([['Walls', []], ['Paint', [wall]]]));
		expect(entryTerms).toEqual([{ lang: '', text: 'Partitions', headings: [wall] }]);
		if (type === 'text/plain') expect(job.report?.findings).toContainEqual(expect.objectContaining({ rule: 'tag-unknown', line: 3 }));
		const again = await load(text.replace('Walls', ''), type, 'broken');
		expect(again.state, 'a file with less in it is read to its end all the same').toBe('done');
	}); // prettier-ignore

	it('refuses XML of MARC that is not closed, with its line', async () => {
		const job = await load('<collection>\n<record></collection>', 'application/marcxml+xml');
		expect(job.report?.error?.message).toMatch(/^Line 2/);
	});

	it('brings every text back from CSV as it was, whatever a spreadsheet would make of it', async () => {
		const notes = ['=1+1', ' begins with a blank', "'quoted", "'=quoted", '-omics', '@home', '+', 'ends with a blank ', 'two\nlines'];
		const rows = notes.map((note, n) => `<https://x.example/n${n}> <${SKOS}prefLabel> "Heading ${n}"@en ; <${SKOS}scopeNote> ${JSON.stringify(note)}@en .`);
		await load(rows.join('\n'), 'text/turtle', 'notes');
		const before = await stored();
		const csv = await (await exportVocabulary(LOCAL_PERSON, 'alder', 'csv')).text();
		expect(csv).not.toMatch(/(^|,)"?[=+@-]/m);
		expect((await load(csv, 'text/csv', 'notes again')).state).toBe('done');
		expect(await stored()).toEqual(before);
	}); // prettier-ignore

	it('keeps one broken row of many from hiding: a cycle, a link to itself and a doubled label are each reported', async () => {
		const rows = ['id,heading,language,broader,related,entry_terms'];
		rows.push('1,Noise,en,2,,Din | Din', '2,Sound,en,1,1,', '3,Rest,en,3,,', '4,Rest,en,,,');
		const job = await load(rows.join('\n'), 'text/csv');
		expect(Object.keys(job.report?.findingCounts ?? {})).toEqual(
			expect.arrayContaining(['cycle', 'broader-and-related', 'self-relation', 'same-label'])
		);
	});
});

describe('files made to bring a reader down', () => {
	const nested = (open: string, close: string, times: number) => open.repeat(times) + close.repeat(times);
	const rdf = (inside: string) =>
		`<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="${SKOS}">${inside}</rdf:RDF>`;
	const concept = `<skos:Concept rdf:about="https://x.example/a"><skos:prefLabel xml:lang="en">A</skos:prefLabel></skos:Concept>`;
	it.each([
		['JSON-LD nested without end', 'application/ld+json', `{"@context":{"p":"https://x.example/p"},"p":${nested('{"p":', '', 60_000)}1${'}'.repeat(60_000)}}`, 'too-deep'],
		['lists nested without end', 'application/ld+json', nested('[', ']', 60_000), 'too-deep'],
		['XML nested without end', 'application/rdf+xml', rdf(nested('<a:b xmlns:a="https://x.example/">', '</a:b>', 5_000)), 'too-deep'],
		['XML whose nesting a comment seems to close', 'application/rdf+xml', rdf(`${'<a:b xmlns:a="https://x.example/"><!-- </a:b> -->'.repeat(300)}${'</a:b>'.repeat(300)}`), 'too-deep'],
		['an entity made of entities', 'application/rdf+xml', `<!DOCTYPE r [<!ENTITY a "x"><!ENTITY b "&a;&a;">]>${rdf(concept)}`, 'nested-entity'],
		['an entity from elsewhere', 'application/rdf+xml', `<!DOCTYPE r [<!ENTITY a SYSTEM "https://x.example/">]>${rdf(concept)}`, 'external-entity']
	])('are refused: %s', async (_, type, content, code) => {
		const begun = Date.now();
		const job = await load(content, type);
		expect(job.report?.error?.code).toBe(code);
		expect(Date.now() - begun).toBeLessThan(30_000);
	}); // prettier-ignore

	it('are told from those that only look so: brackets in texts, tags in comments and attributes', async () => {
		const comments = `<!-- ${'<a>'.repeat(3_000)} <!DOCTYPE x SYSTEM "https://x.example/"> -->`.replaceAll('--', '- -').replace('<!- -', '<!--').replace(/- -> *$/, '-->');
		expect((await load(rdf(`${comments}<skos:Concept rdf:about="https://x.example/a" skos:note="${'&lt;a>'.repeat(3_000)}"><skos:prefLabel xml:lang="en">A</skos:prefLabel></skos:Concept>`), 'application/rdf+xml')).state).toBe('done');
		const json = { '@id': 'https://x.example/a', [`${SKOS}prefLabel`]: '['.repeat(200) };
		expect((await load(JSON.stringify(json), 'application/ld+json')).state).toBe('done');
	}); // prettier-ignore

	it('are read in seconds where they are only odd: one heading of 20,000 entry terms, a chain of 10,000', async () => {
		const label = (n: string, name: string, text: string) =>
			`<https://x.example/${n}> <${SKOS}${name}> "${text}"@en .`;
		const terms = [label('a', 'prefLabel', 'Many'), ...Array.from({ length: 20_000 }, (_, n) => label('a', 'altLabel', `Term ${n}`))];
		const chain = Array.from({ length: 10_000 }, (_, n) => `${label(String(n), 'prefLabel', `Link ${n}`)}${n > 0 ? `\n<https://x.example/${n}> <${SKOS}broader> <https://x.example/${n - 1}> .` : ''}`);
		for (const lines of [terms, chain]) {
			const begun = Date.now();
			const { state, report } = await load(lines.join('\n'), 'application/n-triples');
			expect(state === 'done' || report?.error?.code).toBeTruthy();
			expect(report?.error?.code ?? 'done').not.toBe('interrupted');
			expect(Date.now() - begun).toBeLessThan(120_000);
		}
	}); // prettier-ignore
});

describe('cancelling', () => {
	it('stops an import and changes nothing', async () => {
		await load(TURTLE, 'text/turtle');
		const before = await stored();
		const large = Array.from(
			{ length: 10_000 },
			(_, n) => `<https://x.example/${n}> <${SKOS}prefLabel> "Heading ${n}"@en .`
		).join('\n');
		const id = await start(large, 'application/n-triples');
		await cancelJob(LOCAL_PERSON, id);
		expect((await ended(id)).report?.error?.code).toBe('cancelled');
		expect(await stored()).toEqual(before);
		expect((await cancelJob(LOCAL_PERSON, id)).state).toBe('failed');
	});
});

describe('removing an index', () => {
	it('takes its vocabulary with it, and leaves the others', async () => {
		expect((await load(TURTLE, 'text/turtle', 'last')).state).toBe('done');
		const tables = ['headings', 'labels', 'notes', 'relations', 'entry_terms', 'edition_packs', 'known_mappings', 'collections']; // prettier-ignore
		const rows = async () => {
			const counts = tables.map(async (table) => {
				const { sql } = connection();
				const [{ count }] = await sql<{
					count: number;
				}>`select count(*)::int as count from ${verbatim(table)}`;
				return count;
			});
			return Promise.all(counts);
		};
		const before = await rows();
		expect(Math.min(...before)).toBeGreaterThan(0);
		await createIndex(LOCAL_PERSON, { code: 'nettle', name: 'Nettle', discipline: 'botany' });
		await loadTurtle('nettle', TURTLE);
		const during = await rows();
		expect(during.every((count, i) => count > before[i])).toBe(true);
		expect((await removeIndex(LOCAL_PERSON, 'nettle')).name).toBe('Nettle');
		expect(await rows()).toEqual(before);
		await expect(currentIndex('nettle')).rejects.toMatchObject({ status: 404 });
		await expect(removeIndex(LOCAL_PERSON, 'nettle')).rejects.toMatchObject({ status: 404 });
	});
});
