import { looseKey } from '../text/fold'

/**
 * Family names that many people bear, by language; words and places that are as often what a work is about, and given names, are left out (common
 * practice, no source). They tell a name from a word about the work where somebody's given name stands beside them.
 */
const FAMILY_NAMES: Record<string, string> = {
  English: 'Adams Allen Anderson Atkinson Bailey Barnes Bennett Campbell Chapman Clarke Collins Davies Davis Edwards Ellis Evans Gibson '
    + 'Griffiths Hamilton Harris Harrison Henderson Higgins Holmes Howells Hughes Hutchinson Jenkins Johnson Johnston Jones Kennedy Lawson '
    + 'MacDonald Matthews McCarthy Mitchell Moore Morris Morrison Murphy Murray Nichols O\'Brien O\'Connor O\'Neill O\'Sullivan Patterson '
    + 'Peterson Phillips Powell Reynolds Richards Richardson Roberts Robertson Robinson Rogers Sanders Saunders Shaw Simpson Smith Stevens '
    + 'Stevenson Stewart Sullivan Thompson Thomson Wallace Watkins Watson Webb Wilkinson Williams Williamson Wilson Wright',
  German: 'Bachmann Beck Becker Bergmann Böhm Brandt Ebert Fiedler Haase Hartmann Herrmann Hoffmann Hofmann Huber Köhler Kramer Krämer Krause '
    + 'Kröger Krüger Kruse Kühn Kuhn Lehmann Maier Mayer Meier Meyer Möller Mueller Müller Neumann Nowak Peters Pfeiffer Pohl Reinhardt '
    + 'Richter Schäfers Scherer Schmid Schmidt Schmitt Schmitz Scholz Schröder Schubert Schulte Schultz Schulz Schulze Seidel Steiner Thiele '
    + 'Ullrich Vogt Wagner Walther Weber Wegner Ziegler Zimmermann',
  French: 'Blanchard Bonnet Boyer Brunet Deschamps Dubois Dufour Dumont Dupont Dupuis Durand Fabre Faure Fournier Gaillard Garnier Gauthier '
    + 'Gautier Girard Giraud Guérin Guillot Lacroix Lambert Leclerc Lecomte Lefebvre Lefèvre Legrand Lemaire Lemoine Leroux Leroy Mercier '
    + 'Moreau Morel Perrin Renaud Rousseau Roussel Vasseur Vidal',
  Spanish: 'Aguilar Alonso Álvarez Cabrera Calvo Cano Castro Delgado Díaz Domínguez Fernández Ferrer Gallego García Garrido Gil Giménez Gómez '
    + 'González Gutiérrez Hernández Herrera Ibáñez Jiménez López Marín Márquez Martínez Méndez Molina Morales Moya Muñoz Navarro Núñez Ortega '
    + 'Ortiz Peña Pérez Prieto Ramírez Ramos Rodríguez Romero Ruiz Sánchez Santos Sanz Suárez Vargas Vázquez',
  Italian: 'Barbieri Basile Bellini Benedetti Bernardi Bianchi Caputo Caruso D\'Angelo Esposito Fabbri Ferrari Ferraro Ferri Gallo Giordano '
    + 'Lombardi Longo Mancini Marchetti Mariani Marini Martinelli Martini Moretti Palmieri Ricci Rinaldi Rizzi Rizzo Rossetti Rossi Ruggiero '
    + 'Russo Sanna Santoro Silvestri Valentini',
  Portuguese: 'Almeida Alves Araújo Azevedo Barbosa Cardoso Carvalho Correia Cunha Fernandes Ferreira Figueiredo Fonseca Gomes Gonçalves Lopes '
    + 'Magalhães Marques Martins Mendes Monteiro Moreira Nogueira Nunes Pereira Ribeiro Rodrigues Silva Soares Sousa Souza Tavares Teixeira '
    + 'Vieira',
  Dutch: 'Bosman Claes Declercq Dekker Desmet Dijkstra Goossens Hendriks Hermans Hoekstra Hofman Huisman Jacobs Jansen Janssen Janssens '
    + 'Kuipers Maes Mertens Mulder Peeters Postma Scholten Schouten Smit Smits Timmermans Veenstra Verbeek Vermeulen Willems Wouters',
  Nordic: 'Åberg Andersen Andersson Berggren Berglund Bergström Carlsson Christensen Christiansen Danielsson Eklund Eriksen Eriksson Forsberg '
    + 'Gustafsson Halvorsen Hansen Hansson Holmberg Isaksson Jacobsen Jacobsson Jakobsson Jensen Johannessen Johansen Johansson Jonsson '
    + 'Jørgensen Karlsen Karlsson Korhonen Kristiansen Laine Larsen Larsson Lindberg Lindgren Lindqvist Lindström Lundberg Lundgren Lundqvist '
    + 'Madsen Magnusson Mäkelä Mäkinen Mattsson Mortensen Nielsen Nieminen Nilsen Nilsson Olofsson Olsen Olsson Pedersen Persson Pettersen '
    + 'Pettersson Poulsen Rasmussen Samuelsson Sandberg Sjöberg Solberg Sørensen Svensson Thomsen Virtanen Wikström',
  Polish: 'Adamczyk Borkowski Dąbrowska Dąbrowski Dudek Gajewski Grabowska Grabowski Jabłońska Jabłoński Jankowska Jankowski Jaworska Jaworski '
    + 'Kaczmarek Kamińska Kamiński Kowalczyk Kowalska Kowalski Kozłowska Kozłowski Krawczyk Lewandowska Lewandowski Majewska Majewski '
    + 'Malinowska Malinowski Mazurek Michalska Michalski Nowacki Nowakowska Nowakowski Olszewska Olszewski Pawlak Pawłowska Pawłowski '
    + 'Piotrowska Piotrowski Rutkowska Rutkowski Stępień Szczepańska Szczepański Szymańska Szymański Walczak Wiśniewska Wiśniewski Witkowska '
    + 'Witkowski Wójcik Woźniak Wróblewska Wróblewski Wysocki Zalewska Zalewski Zawadzki Zielińska Zieliński',
  Slavic: 'Dvořák Dvořáková Horák Horáková Horvat Horvath Ivanov Ivanova Ivanović Jovanović Kovač Kovačević Kovács Kovalenko Kozlov Kozlova '
    + 'Kučera Kučerová Kuznetsov Kuznetsova Marković Melnyk Nikolić Novák Nováková Novotná Novotný Petrov Petrova Petrović Pokorná Pokorný '
    + 'Popov Popova Popović Procházka Procházková Shevchenko Smirnov Smirnova Sokolov Sokolova Svobodová Volkov Volkova',
  Ukrainian: 'Bondarenko Boyko Kovalchuk Kravchenko Lysenko Marchenko Oliynyk Petrenko Rudenko Savchenko Tkachenko',
  Balkan: 'Ciobanu Dimitrov Dimitrova Đorđević Georgiadis Georgiev Georgieva Ilić Munteanu Nikolaidis Nikolov Nikolova Oikonomou Pavlović Rusu '
    + 'Stojanović Stoyanov Todorov Todorova Vasileiou',
  Hungarian: 'Balogh Farkas Horváth Juhász Lakatos Mészáros Molnár Németh Takács',
  Baltic: 'Bērziņš Kalniņš Kazlauskas Ozols Petrauskas Tamm',
  Turkish: 'Arslan Aydın Çelik Çetin Demir Erdoğan Kılıç Koç Korkmaz Özdemir Öztürk Polat Şahin Yıldırım Yılmaz',
  Japanese: 'Fujita Fukuda Hasegawa Hashimoto Hayashi Ikeda Inoue Kato Kimura Matsuda Miyazaki Morita Nakajima Nakano Nishimura Ogawa Okada Saito '
    + 'Sakamoto Sasaki Shimizu Takeda Yamaguchi Yamazaki Yokoyama Yoshida',
  EastAsian: 'Chang Chen Cheng Choi Hoang Huang Huynh Hwang Jeong Jiang Kwon Liang Pham Phan Truong Wang Xiao Yang Yoon Zhang Zhao Zheng Zhou',
  Indian: 'Bhatt Bose Chauhan Choudhury Desai Ghosh Goswami Jain Khan Krishnan Naidu Nair Pandey Pillai Reddy Saxena Shah Shetty Sinha '
    + 'Subramanian Thakur Tiwari Trivedi Varma Verma Yadav',
  African: 'Abebe Adeyemi Bello Diallo Diop Kamara Mensah Moyo Mutasa Mwangi Ndiaye Nkosi Nwosu Okafor Okoye Osei Otieno Owusu Sesay Tesfaye '
    + 'Touré Traoré Wanjiru',
  Arabic: 'Hamdan Hashemi Kassem Khalil Khoury Mansour Rahimi Rahman Saleh',
  Further: 'Abdi Agarwal Ahmadi Banerjee Chatterjee Chaudhary Chopra Dumitru Farah Georgiou Gupta Haddad Hosseini Hussain Ionescu Ishikawa '
    + 'Iyer Joshi Kapoor Karimi Kobayashi Kumar Mahmoudi Malhotra Matsumoto Mehta Mishra Mohamud Mukherjee Nagy Nakamura Nguyen Papadopoulos '
    + 'Papadopoulou Patel Popescu Sato Sharma Singh Suzuki Szabó Takahashi Tanaka Tóth Tran Varga Watanabe Yamada Yamamoto',
}

const KEYS = new Set(Object.values(FAMILY_NAMES).flatMap(names => names.split(' ')).map(looseKey).filter(key => key.length >= 4))

/**
 * Whether a word is a family name that many people bear.
 *
 * @param word - as it is written
 * @example
 * isFamilyName('Müller') //=> true
 */
export const isFamilyName = (word: string): boolean => KEYS.has(looseKey(word))
