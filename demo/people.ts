/** The people of the demo course: given name, family name, preferred name where it differs. All made up. */
export const STUDENTS: readonly (readonly [
  given: string,
  family: string,
  section: 'Morning' | 'Evening',
  preferred?: string,
])[] = [
  ['Tomás', 'Abreu', 'Morning'],
  ['Piotr', 'Adeyemi', 'Evening'],
  ['Noura', 'Al-Khatib', 'Morning'],
  ['Mihai', 'Bălan', 'Evening'],
  ['Leilani', 'Brandt', 'Morning'],
  ['Aoife', 'Cavanagh', 'Evening'],
  ['Thu Hà', 'Đặng', 'Morning', 'Hà'],
  ['Noor', 'van Dijk', 'Evening'],
  ['Amadou', 'Diallo', 'Morning'],
  ['Zsófia', 'Erdős', 'Evening'],
  ['Mateo', 'Figueroa Castellanos', 'Morning'],
  ['Chidi', 'Halloran', 'Morning'],
  ['Yuki', 'Hayashi', 'Evening'],
  ['Freyja', 'Ísleifsdóttir', 'Morning'],
  ['Arjun', 'Krishnamurthy', 'Evening'],
  ['Hana', 'Lindqvist', 'Evening'],
  ['Wei', 'Liu', 'Morning'],
  ['Ilse', 'Maas', 'Evening'],
  ['Tariq', 'Mansour', 'Morning'],
  ['Sade', 'Nkemelu', 'Morning'],
  ['Anahera', 'Ngata', 'Evening'],
  ['Rafael', 'Osei', 'Evening'],
  ['Bram', 'Oyelaran', 'Evening'],
  ['Eleni', 'Papadaki', 'Morning'],
  ['Vasco', 'Pereira', 'Morning'],
  ['Sunniva', 'Quist', 'Morning'],
  ['Laleh', 'Rahimi', 'Evening'],
  ['Emi', 'Sato', 'Morning'],
  ['Juhani', 'Saarinen', 'Evening'],
  ['Kaarel', 'Tamm', 'Morning'],
  ['Deniz', 'Uzun', 'Morning'],
  ['Ines', 'Vardanyan', 'Morning'],
  ['Lucie', 'Vondráčková', 'Evening'],
  ['Ola', 'Wieczorek', 'Evening'],
  ['Selam', 'Woldemariam', 'Morning'],
  ['Maximiliana', 'Zimmermann-Oberhollenzer', 'Evening', 'Maxi'],
];

/** Who teaches. */
export const STAFF: readonly (readonly [
  id: string,
  given: string,
  family: string,
  role: 'instructor' | 'assistant',
])[] = [
  ['teodora', 'Teodora', 'Maric', 'instructor'],
  ['anselm', 'Anselm', 'Okonjo', 'instructor'],
  ['pilar', 'Pilar', 'Svensson', 'assistant'],
];

/** The group plan's invented streams. */
export const STREAMS = [
  'Linnet Brook',
  'Marl Beck',
  'Osier Run',
  'Tannery Cut',
  'Heron Leat',
  'Fallow Water',
  'Quarry Sike',
  'Millers Drain',
  'Sallow Burn',
] as const;
