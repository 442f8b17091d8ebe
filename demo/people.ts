import type { Pronouns } from '../core/remarks/pronouns'

/** A student of Brindle Bay. All of them are made up. */
export interface Pupil {
  given: string
  family: string
  pronouns: Pronouns | null
}

const read = (text: string): Pupil[] =>
  text
    .trim()
    .split('\n')
    .map((line) => {
      const [family, given, pronouns] = line.split(',').map((part) => part.trim()) as [string, string, string]
      return { family, given, pronouns: pronouns ? (pronouns as Pronouns) : null }
    })

/** The class of the first hour. */
export const earthSystemsA = read(`
Achterberg, Rosalind, she
Bekele, Dawit, he
Castellanos Ibarra, Inés, she
Dubrovnik, Anya, they
Eze, Chidera, he
Fairweather, Juno, she
Gallardo, Mateo, he
Håkansson, Elin, she
Iyer, Kavya, she
Jessamine, Theo, he
Kowalczyk, Łucja, she
Lindqvist, Otto, he
Mbeki, Naledi, she
Nguyễn, An, they
Oyelaran, Tobi, he
Petrosyan, Ani, she
Quispe, Alma, she
Rahimi, Sami, he
Sørensen, Freja, she
Takahashi-Whitlock, Maximilian, he
Ünal, Deniz, they
Vanterpool, Marisol, she
Wijaya, , he
Xanthos, Ilias, he
Yilma, Hanna, she
Zábranská, Tereza, she
`)

const givens: [string, Pronouns][] =
  'Amara she,Bruno he,Cosima she,Dmitri he,Esi she,Farid he,Greta she,Hugo he,Imani she,Jorun they,Kofi he,Linnea she,Milo he,Nadia she,Osric he,Paloma she,Quill they,Ravi he,Saoirse she,Tomasz he,Uma she,Viggo he,Wren they,Ximena she,Yusuf he,Zofia she,Anselm he,Brisa she,Caspian he,Delphine she,Emeka he,Fleur she,Gideon he,Halima she,Idris he,Jessa she,Kiran they,Leocadia she,Marius he,Nour they'
    .split(',')
    .map((each) => each.split(' ') as [string, Pronouns])

const families =
  'Abernathy,Baptiste,Çelik,Drummond,Escarrà,Fonoti,Grzybowski,Hollingberry,Ikeda,Jankovič,Kamara,Lavoie,Marchetti,Nakashima,Okonjo,Pakulski,Quenneville,Rasmussen,Solórzano,Thistlewood,Umarov,Valdivieso,Winterbourne,Xiong,Yeboah,Zieliński,Ashgrove,Barrientos,Clearwater,Delacroix,Ekström,Farrokhzad,Gunnarsson,Hairston,Ivanenko'.split(
    ',',
  )

/** As many other students as asked for, each name once. */
export function pupils(count: number, random: () => number): Pupil[] {
  const names = new Map<string, Pupil>()
  while (names.size < count) {
    const [given, pronouns] = givens[Math.floor(random() * givens.length)]!
    const family = families[Math.floor(random() * families.length)]!
    names.set(`${family} ${given}`, { given, family, pronouns: random() < 0.03 ? null : pronouns })
  }
  return [...names.values()]
}
