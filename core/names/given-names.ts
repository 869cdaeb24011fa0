import { looseKey } from '../text/fold'
import { PET_NAMES } from './pet-names'

/**
 * Given names that many people bear, by language, of four letters and more; words that mean something else as often are left out (common practice,
 * no source). They tell a name from a word about the work where somebody's family name stands beside them.
 */
const GIVEN_NAMES: Record<string, string> = {
  English: 'Aaron Adam Adrian Aiden Alan Albert Alice Alison Amanda Andrea Angela Anna Anne Aoife Archie Arthur Audrey Barry Bernard Bethany '
    + 'Brandon Brian Bruce Caleb Callum Cameron Caroline Cathy Cecil Ciara Claire Clive Colin Connor Conor Cormac Craig Cynthia Daisy Declan '
    + 'Denise Dennis Derek Diana Donald Donna Douglas Duncan Dylan Elaine Ellen Elliot Emma Eoin Eric Esme Ethan Evelyn Evie Finley Fiona '
    + 'Francis Freya Gareth Gavin Gemma George Gillian Gordon Graham Gregory Hannah Harriet Helen Hilary Howard Hugo Imogen Isaac Janet '
    + 'Jasmine Jason Jenny Jeremy Jessica Joanna Joanne Jodie Joshua Julian Julie Justin Karen Kathleen Keith Kelly Kevin Kieran Kimberly '
    + 'Kirsty Kyle Laura Lauren Leah Lewis Liam Lily Linda Logan Lorraine Louise Lucas Lucy Luke Lynn Maeve Malcolm Marcia Marcus Maria Marie '
    + 'Marion Martin Mary Megan Melissa Michelle Miriam Molly Monica Nancy Naomi Natalie Nathan Neil Niamh Nigel Nina Noah Nora Norman Orla '
    + 'Oscar Owen Pamela Paul Paula Philip Rachel Ralph Raymond Reginald Roger Rosemary Rosie Ruairi Russell Ruth Ryan Sandra Saoirse Scott '
    + 'Sean Shane Sharon Sheila Simon Siobhan Sophie Spencer Stanley Stuart Susanna Sylvia Terence Teresa Tracy Trevor Valerie Vanessa Vincent '
    + 'Wayne Wendy Yvonne',
  German: 'Achim Albrecht Alfred Anette Angelika Anja Anke Annika Antje Armin Axel Bastian Beate Benedikt Bernd Bernhard Bettina Birgit Björn '
    + 'Bruno Carolin Carsten Christiane Christina Clara Clemens Cornelia Dagmar Detlef Dieter Dietrich Dirk Doris Edith Elias Elke Emil Emma '
    + 'Erich Erika Erwin Eugen Fabian Felix Ferdinand Finn Florian Franz Frieda Friederike Gero Gertrud Gisela Gottfried Greta Guido Günter '
    + 'Günther Gustav Hannes Hartmut Hedwig Heidi Heike Heinz Helga Helmut Henning Herbert Hermann Hildegard Holger Horst Hubert Ilse Inge '
    + 'Ingrid Irmgard Isabell Jakob Jannik Jasmin Jens Jonas Jörg Josefine Jule Julia Jürgen Justus Karin Karl Karla Karsten Kathrin Katja '
    + 'Kerstin Kira Klaus Konrad Kristin Kurt Lara Lars Laura Lena Leni Lennart Leon Leonie Leopold Lilly Lina Lisa Lothar Luisa Lukas Lutz '
    + 'Maike Maja Malte Manuela Marcel Marco Maren Margot Marianne Marie Mario Markus Marlene Marlon Martina Mathilde Matilda Meike Melanie '
    + 'Melina Merle Michaela Mila Mira Mirjam Monika Moritz Nadine Nele Nico Nicole Niklas Nils Noah Nora Norbert Olaf Oliver Oskar Oswald '
    + 'Otto Paul Pauline Petra Philipp Rainer Ralf Regina Reiner Renate Rike Robert Roland Rolf Ronja Rüdiger Sabine Sandra Sarah Selina Silke '
    + 'Silvia Simon Simone Sina Sonja Sophie Stefan Steffen Sven Svenja Sybille Tanja Theodor Thorsten Tilman Timo Tobias Torben Torsten '
    + 'Ulrike Ursula Valentin Vera Verena Viktoria Volker Walter Waltraud Werner Yannick',
  French: 'Adèle Agathe Agnès Alain Alexandre Aline Alix Amélie Anaïs André Antoine Antoinette Apolline Arnaud Aurélie Aurélien Aurore '
    + 'Baptiste Bastien Benoît Bernadette Brigitte Bruno Camille Catherine Cécile Cédric Céline Chantal Chloé Christelle Christophe Claire '
    + 'Claude Clémence Clément Clotilde Coralie Corinne Cyril Damien Danielle Delphine Denis Didier Dominique Élise Élodie Elsa Émilie Enzo '
    + 'Estelle Étienne Eugénie Fabien Fabrice Fanny Florent Francine François Françoise Frédéric Gaël Geneviève Gérard Gilles Guillaume Guy '
    + 'Gwendoline Hélène Héloïse Hugo Inès Isabelle Jacqueline Jacques Jean Jeanne Jérôme Joël Jules Julien Juliette Justine Karine Laetitia '
    + 'Laurence Laurent Léa Léna Léo Loïc Louis Louise Luc Lucie Ludovic Maël Maëlle Manon Marc Marcel Margaux Marguerite Marine Marius '
    + 'Martine Mathieu Mathilde Mathis Maxime Mélanie Mickaël Mireille Monique Morgane Nadège Nathalie Nicolas Noah Noémie Nora Océane Odile '
    + 'Olivier Ophélie Pascal Patrice Philippe Pierre Quentin Raphaël Rémi Rémy Romain Salomé Sandrine Sébastien Serge Solène Sophie Stéphane '
    + 'Stéphanie Sylvain Sylvie Théo Thibault Thierry Timéo Valentin Valérie Véronique Virginie Xavier Yanis Yann Yannick Yves',
  Spanish: 'Adriana Agustín Ainhoa Aitana Aitor Alberto Alejandra Alejandro Alfonso Alfredo Alicia Álvaro Amaia Amparo Andrés Antonio Arturo '
    + 'Asier Beatriz Belén Bernardo Camila Carlos Carlota Carmen Cristina Daniela Diego Dolores Eduardo Elena Emiliano Emilio Enrique Ernesto '
    + 'Esteban Fabiola Federico Felipe Fernanda Fernando Francisca Francisco Gabriela Gerardo Gonzalo Gorka Guadalupe Guillermo Gustavo Héctor '
    + 'Hugo Ignacio Iker Iñaki Inés Iñigo Inmaculada Isabel Iván Jaime Javier Jesús Joaquín Joaquina Jordi Jorge José Josefina Juan Juana '
    + 'Julio Laura Leire Leticia Lola Lorena Lorenzo Lourdes Lucía Luis Luisa Macarena Manuel Manuela Marcelo Marcos Margarita María Mariana '
    + 'Mario Marta Martín Mateo Matías Mauricio Maximiliano Mercedes Miguel Mikel Montserrat Nerea Nicolás Noelia Nora Nuria Olatz Oriol Óscar '
    + 'Pablo Patricia Paula Pedro Pilar Rafael Ramón Raquel Raúl Ricardo Roberto Rocío Rodrigo Rosalía Rosario Rubén Salvador Santiago Sergio '
    + 'Silvia Sofía Susana Teresa Tomás Unai Valentina Vicente Víctor Xavi Ximena Yolanda',
  Italian: 'Alessandra Alessandro Alessia Alessio Andrea Angelo Anna Antonella Antonio Arianna Barbara Beatrice Bruno Camilla Carla Carlo '
    + 'Caterina Chiara Claudia Claudio Cristina Daniela Daniele Davide Domenico Edoardo Elena Eleonora Elisa Emanuele Enrico Fabio Fabrizio '
    + 'Federica Federico Filippo Francesca Francesco Franco Gabriele Giacomo Gianluca Gianni Ginevra Giorgia Giorgio Giovanna Giovanni Giulia '
    + 'Giulio Giuseppe Greta Ilaria Laura Leonardo Lorenzo Luca Lucia Ludovica Luigi Marco Margherita Maria Marina Mario Marta Martina Matilde '
    + 'Matteo Mattia Michela Michele Monica Nicola Nicolò Nora Paola Paolo Piero Pietro Raffaele Riccardo Roberta Roberto Salvatore Samuele '
    + 'Sara Serena Silvia Simone Sofia Stefania Stefano Tiziana Tiziano Tommaso Umberto Valentina Valeria Valerio Vincenzo Vittoria Vittorio '
    + 'Zeno',
  Dutch: 'Anneke Annelies Annemarie Anouk Arjan Bart Bram Carla Cornelis Daan Dirk Dries Eline Esther Femke Finn Fleur Floor Frank Geert '
    + 'Gerrit Griet Guus Hanneke Hans Harm Hendrik Henk Ingrid Irene Janneke Jasper Jelle Jeroen Joost Joris Karin Kees Koen Lars Lieke Lotte '
    + 'Luuk Maaike Maarten Margriet Marieke Marijke Marloes Martijn Menno Merel Mieke Mila Milou Monique Niels Nienke Noor Nora Noud Pieter '
    + 'Roos Ruben Rutger Sander Sanne Saskia Senne Sjoerd Sofie Stijn Thijmen Thijs Tijn Tineke Tjeerd Wannes Wouter Xander Yara Yvonne',
  Polish: 'Adrian Agata Agnieszka Aleksandra Alicja Andrzej Aneta Anna Antoni Artur Barbara Bartosz Błażej Beata Bogdan Bożena Cezary Dagmara '
    + 'Damian Daniel Danuta Dariusz Dawid Dominik Dominika Dorota Edyta Elżbieta Emilia Ewelina Filip Gabriela Grażyna Grzegorz Halina Hanna '
    + 'Henryk Ignacy Irena Iwona Izabela Jacek Jadwiga Jakub Janina Janusz Jarosław Jerzy Joanna Jolanta Julia Justyna Kacper Kamil Kamila '
    + 'Karol Karolina Katarzyna Kazimierz Kinga Konrad Krystian Krystyna Krzysztof Lena Leszek Lidia Lucyna Maciej Magdalena Małgorzata Marcin '
    + 'Marek Maria Mariusz Marta Mateusz Michał Mirosław Monika Natalia Nikola Oliwia Patrycja Patryk Paulina Paweł Piotr Przemysław Radosław '
    + 'Rafał Renata Robert Roman Ryszard Sławomir Sebastian Stanisław Sylwia Szymon Tadeusz Teresa Tomasz Łukasz Urszula Wacław Waldemar Wanda '
    + 'Weronika Wiesław Wiktoria Witold Wojciech Zbigniew Zdzisław Zofia Zuzanna',
  Nordic: 'Anders Annika Arne Astrid Birgitta Bjarne Björn Bjørn Bodil Britta Carina Cecilie Dagny Ebba Einar Eirik Elin Erik Erlend Eskil '
    + 'Freja Frida Gunhild Gunilla Gunnar Håkan Håkon Hanne Håvard Hedda Henrik Hilde Ingeborg Inger Ingrid Ingvild Jesper Johan Jonas Jørgen '
    + 'Karin Katrine Kerstin Kirsten Kjell Kjersti Knut Kristian Kristina Lasse Leif Lene Lennart Linnea Lise Magnus Maja Malin Marit Mette '
    + 'Mikael Mikkel Mogens Morten Niels Nora Olav Pernille Ragnhild Rasmus Rikke Runar Signe Sigrid Sigurd Solveig Søren Stefan Stig Stine '
    + 'Sunniva Svein Thea Torbjørn Tore Trine Trond Ulla Ulrika Vibeke Vidar Viggo Wilma',
  Slavic: 'Adéla Aleksei Alena Alexei Anastasia Andrei Blanka Bohdan Bohumil Bojan Boris Branko Čestmír Danijel Darko Dmitri Dmitry Dragan '
    + 'Dušan Ekaterina Eliška Galina Goran Hana Igor Irina Ivana Jana Jarmila Jaroslav Jelena Jiří Josef Jovana Katarina Kateřina Larisa Lenka '
    + 'Libor Lubomír Luboš Lucie Luděk Ludmila Marcela Marek Marija Markéta Marko Martina Mateja Michaela Mikhail Milan Milena Milica Miloš '
    + 'Miroslav Nadia Natalia Natalya Nikola Nikolai Oksana Oleg Olena Olga Ondřej Pavel Petar Petr Radek Radka Roman Sanja Sergei Snežana '
    + 'Štěpán Svetlana Tamara Tatiana Tatjana Tereza Tomáš Tomislav Vasyl Veronika Vesna Viktor Vladimir Vojtěch Volodymyr Yulia Yuri Zdeněk '
    + 'Željko Zoran Zoya Zuzana',
  Turkish: 'Ahmet Aylin Ayşe Barış Burak Cemal Deniz Elif Emine Emre Erkan Esra Fatma Gizem Hakan Hasan Hatice Hüseyin Kemal Kerem Mehmet '
    + 'Melek Merve Murat Mustafa Orhan Özlem Selin Serkan Sibel Tuğba Yasemin Yusuf Zeynep',
  Arabic: 'Abdullah Ahmad Ahmed Aisha Amina Amir Faisal Farid Fatima Hamid Hamza Hassan Hussein Ibrahim Jamal Karim Khadija Khalid Layla Leila '
    + 'Mahmoud Mariam Mohamed Mohammed Muhammad Mustafa Nadia Nour Omar Rania Samir Samira Tariq Yasmin Youssef Zainab',
  Finnish: 'Aino Eero Eeva Elina Heikki Helmi Iida Jari Juha Jukka Kaisa Kalle Lauri Liisa Maarit Mikko Minna Paavo Päivi Pekka Riikka Saara '
    + 'Sakari Seppo Tapio Tuomas Veikko',
  Hungarian: 'András Attila Balázs Béla Csaba Dóra Erzsébet Eszter Ferenc Gábor György Imre István János József Judit Katalin Lajos László '
    + 'Márta Miklós Péter Réka Sándor Szilvia Tamás Tibor Viktória Zoltán Zsófia Zsolt',
  Romanian: 'Andreea Călin Cristian Florin Gheorghe Ioana Ionuț Liviu Mihaela Mihai Mircea Nicolae Radu Raluca Roxana Vasile Vlad',
  Greek: 'Dimitris Eleni Giorgos Ioannis Katerina Konstantinos Nikos Panagiotis Vasiliki Yannis',
  Portuguese: 'Afonso Catarina Diogo Duarte Gonçalo Joana João Leonor Mafalda Nuno Tiago Vitória',
  Indian: 'Aarav Abhishek Aditi Aditya Akash Amit Ananya Anil Anita Anjali Arjun Arun Ashok Deepa Deepak Devika Divya Gaurav Geeta Harish Ishaan '
    + 'Karthik Kavita Kiran Krishna Lakshmi Lalita Madhav Manish Manoj Meena Meera Mohan Mukesh Nandini Naveen Neha Nikhil Nisha Pooja Pradeep '
    + 'Prakash Prashant Priya Radha Rahul Rajesh Ramesh Ravi Rekha Rohan Rohit Sachin Sandeep Sangeeta Sanjay Shreya Siddharth Sneha Sunita '
    + 'Suresh Swati Tanvi Varun Vijay Vikram Vinay Vivek',
  Japanese: 'Akira Asuka Ayaka Daiki Emiko Haruka Haruto Hayato Hiroko Hiroshi Kazuki Keiko Kenji Makoto Masato Miyu Naoki Natsuki Riku Satoshi '
    + 'Shota Takeshi Takumi Tomoko Yuka Yuki Yumi Yuto',
  Vietnamese: 'Hanh Huong Linh Minh Nhung Phuong Quang Thanh Thao Thuy Trang Tuan',
  African: 'Abena Adwoa Akua Chiamaka Chidi Chinedu Emeka Kofi Kwabena Kwame Ngozi Njeri Obinna Olumide Oluwaseun Sipho Thabo Themba Wanjiku '
    + 'Zanele',
}

const KEYS = new Set([
  ...Object.values(GIVEN_NAMES).flatMap(names => names.split(' ')), ...Object.values(PET_NAMES).flat().map(entry => entry.split(':')[0] ?? ''),
].map(looseKey).filter(key => key.length >= 4))

/** Names so short that they are told from words only where a given name belongs; what is a word of many languages is left out. */
const SHORT_NAMES = 'Ada Ali Amy Ana Ann Ava Aya Bea Ben Bob Dan Ece Eda Eli Ema Eva Eve Gil Gus Ian Ida Ina Isa Ivo Jan Jim Joe Jon Kai Kim Lea Leo '
  + 'Lev Lia Liv Lou Luc Mai Max Mia Nia Noa Ole Oto Pia Pit Rob Roy Sam Siv Sue Tea Tim Tom Udo Ugo Una Ute Uwe Zoe'
const SHORT_KEYS = new Set(SHORT_NAMES.split(' ').map(looseKey))

/**
 * Whether a word in the place of a given name is one that many people bear, be it of three letters.
 *
 * @example
 * isGivenNameInPlace('Tim') //=> true
 */
export const isGivenNameInPlace = (word: string): boolean => isGivenName(word) || SHORT_KEYS.has(looseKey(word))

/**
 * Whether a word is a given name that many people bear.
 *
 * @param word - as it is written
 * @example
 * isGivenName('Jörg') //=> true
 */
export const isGivenName = (word: string): boolean => KEYS.has(looseKey(word))
