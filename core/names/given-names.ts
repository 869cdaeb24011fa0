import { looseKey } from '../text/fold'
import { PET_NAMES } from './pet-names'

/**
 * Given names that many people bear, by language, of four letters and more; words that mean something else as often are left out (common practice,
 * no source). They tell a name from a word about the work where somebody's family name stands beside them.
 */
const GIVEN_NAMES: Record<string, string> = {
  English: 'Adam Adrian Alan Albert Alice Alison Amanda Andrea Angela Anna Anne Arthur Audrey Barry Bernard Bethany Brandon Brian Bruce '
    + 'Callum Cameron Caroline Cecil Claire Clive Colin Connor Craig Cynthia Daisy Denise Dennis Derek Diana Donald Donna Douglas Duncan '
    + 'Dylan Elaine Ellen Elliot Emma Eric Ethan Evelyn Fiona Francis Gareth Gavin George Gordon Graham Gregory Hannah Harriet Helen Howard '
    + 'Hugo Imogen Isaac Jasmine Jason Jessica Joanna Joanne Jodie Julian Julie Karen Keith Kelly Kevin Kyle Laura Lauren Leah Lewis Lily '
    + 'Linda Logan Lorraine Louise Lucas Lucy Luke Lynn Malcolm Marcus Maria Marie Marion Martin Mary Melissa Megan Molly Monica Nancy Naomi '
    + 'Natalie Nathan Neil Nigel Nina Norman Oscar Owen Pamela Paul Paula Philip Rachel Ralph Raymond Reginald Roger Rosemary Russell Ruth '
    + 'Ryan Sandra Scott Sean Shane Sharon Sheila Simon Sophie Spencer Stanley Stuart Susanna Sylvia Teresa Terence Tracy Trevor Valerie '
    + 'Vanessa Vincent Wayne Wendy Yvonne',
  German: 'Achim Albrecht Alfred Anette Angelika Anja Anke Annika Antje Armin Axel Beate Benedikt Bernd Bernhard Bettina Birgit Björn '
    + 'Bruno Carsten Clemens Cornelia Dagmar Detlef Dieter Dietrich Dirk Doris Edith Elke Emil Emma Erich Erika Erwin Eugen Fabian Felix '
    + 'Ferdinand Florian Franz Frieda Gero Gertrud Gisela Gottfried Greta Guido Günter Günther Gustav Hartmut Hedwig Heidi Heike Helga '
    + 'Helmut Henning Herbert Hermann Hildegard Holger Horst Hubert Inge Ingrid Irmgard Jakob Jannik Jens Jonas Jörg Jürgen Julia Karin Karl '
    + 'Karla Karsten Kerstin Klaus Konrad Kristin Kurt Lars Laura Lennart Leon Leonie Lina Lothar Luisa Lukas Maike Malte Manuela Marcel '
    + 'Marco Maren Margot Marianne Marie Mario Marlene Martina Mathilde Maja Melanie Merle Mirjam Monika Moritz Nadine Nele Nicole Niklas '
    + 'Nils Norbert Oliver Oskar Oswald Otto Paul Pauline Petra Philipp Ralf Regina Reiner Renate Robert Roland Rolf Rüdiger Sabine Sandra '
    + 'Sarah Silke Silvia Simon Simone Sonja Sophie Stefan Sven Svenja Sybille Tanja Theodor Thorsten Tilman Tobias Torben Torsten Ulrike '
    + 'Ursula Valentin Vera Verena Volker Walter Waltraud Werner Yannick',
  French: 'Adèle Agathe Alain Alexandre Aline Amélie André Antoine Arnaud Aurélie Aurore Baptiste Benoît Bernadette Brigitte Bruno Camille '
    + 'Catherine Cécile Céline Chantal Christelle Christophe Claire Claude Clément Coralie Corinne Damien Delphine Denis Didier Dominique '
    + 'Élise Élodie Émilie Estelle Étienne Fabien Fabrice Fanny Florent Francine François Françoise Frédéric Gaël Geneviève Gérard Gilles '
    + 'Guillaume Guy Hélène Hugo Inès Isabelle Jacqueline Jacques Jean Jérôme Joël Julien Juliette Karine Laetitia Laurence Laurent Léa Léo '
    + 'Loïc Louis Louise Luc Lucie Ludovic Manon Marc Marcel Margaux Marine Martine Mathieu Mathilde Maxime Mélanie Mickaël Mireille Monique '
    + 'Nadège Nathalie Nicolas Noémie Océane Odile Olivier Pascal Patrice Philippe Pierre Quentin Raphaël Rémi Romain Sandrine Sébastien '
    + 'Serge Sophie Stéphane Stéphanie Sylvain Sylvie Théo Thibault Thierry Valentin Valérie Véronique Virginie Xavier Yannick Yves',
  Spanish: 'Adriana Agustín Alberto Alejandra Alejandro Alfonso Alfredo Alicia Álvaro Amparo Andrés Antonio Arturo Beatriz Belén Bernardo '
    + 'Carlos Carlota Cristina Daniela Diego Dolores Eduardo Elena Emilio Enrique Ernesto Esteban Fabiola Federico Felipe Fernanda Fernando '
    + 'Francisca Francisco Gabriela Gerardo Gonzalo Guadalupe Guillermo Gustavo Héctor Hugo Ignacio Inés Isabel Iván Jaime Javier Jesús '
    + 'Joaquín Jorge José Josefina Juan Juana Julio Laura Leticia Lorena Lorenzo Lourdes Lucía Luis Luisa Manuel Manuela Marcelo Marcos '
    + 'Margarita María Mariana Mario Marta Martín Mateo Mauricio Mercedes Miguel Nicolás Noelia Nuria Óscar Pablo Patricia Paula Pedro Pilar '
    + 'Rafael Ramón Raquel Raúl Ricardo Roberto Rocío Rodrigo Rosario Rubén Salvador Santiago Sergio Silvia Sofía Susana Teresa Tomás '
    + 'Valentina Vicente Víctor Yolanda',
  Italian: 'Alessandra Alessandro Alessia Alessio Andrea Angelo Anna Antonella Antonio Arianna Barbara Bruno Camilla Carla Carlo Caterina '
    + 'Chiara Claudia Claudio Cristina Daniela Daniele Davide Domenico Elena Eleonora Elisa Emanuele Enrico Fabio Fabrizio Federica Federico '
    + 'Filippo Francesca Francesco Franco Gabriele Giacomo Gianluca Gianni Giorgia Giorgio Giovanna Giovanni Giuseppe Giulia Giulio Greta '
    + 'Ilaria Laura Leonardo Lorenzo Luca Lucia Luigi Marco Margherita Maria Marina Mario Marta Martina Matteo Mattia Michela Michele Monica '
    + 'Nicola Paola Paolo Piero Pietro Raffaele Riccardo Roberta Roberto Salvatore Sara Serena Silvia Simone Sofia Stefania Stefano Tommaso '
    + 'Valentina Valeria Vincenzo Vittoria',
  Dutch: 'Anneke Annemarie Anouk Arjan Bart Bram Carla Cornelis Daan Dirk Eline Esther Femke Fleur Floor Frank Geert Gerrit Hanneke Hans '
    + 'Harm Hendrik Henk Ingrid Irene Janneke Jasper Jelle Jeroen Joost Joris Karin Koen Lars Lieke Lotte Maaike Maarten Margriet Marieke '
    + 'Marijke Marloes Martijn Menno Merel Mieke Monique Niels Noor Pieter Roos Ruben Rutger Sander Sanne Saskia Sjoerd Stijn Thijs Tineke '
    + 'Tjeerd Wouter Yvonne',
  Polish: 'Adrian Agata Agnieszka Aleksandra Alicja Andrzej Aneta Anna Antoni Barbara Bartosz Beata Błażej Bogdan Bożena Dagmara Damian '
    + 'Daniel Danuta Dariusz Dawid Dominik Dorota Edyta Elżbieta Emilia Ewelina Filip Gabriela Grażyna Grzegorz Halina Hanna Henryk Irena '
    + 'Iwona Izabela Jacek Jadwiga Jakub Janina Janusz Jerzy Joanna Jolanta Julia Justyna Kacper Kamil Karolina Katarzyna Kazimierz Kinga '
    + 'Konrad Krystian Krystyna Krzysztof Lidia Łukasz Maciej Magdalena Małgorzata Marcin Marek Maria Mariusz Marta Mateusz Michał Mirosław '
    + 'Monika Natalia Oliwia Patrycja Paulina Paweł Piotr Przemysław Radosław Rafał Renata Robert Roman Ryszard Sebastian Sławomir Stanisław '
    + 'Sylwia Szymon Tadeusz Teresa Tomasz Urszula Weronika Wiesław Wiktoria Wojciech Zbigniew Zofia Zuzanna',
  Nordic: 'Anders Annika Arne Astrid Birgitta Björn Bjørn Britta Carina Cecilie Elin Erik Eskil Freja Frida Gunilla Gunnar Hanne Henrik '
    + 'Håkan Håvard Ingrid Jesper Johan Jonas Jørgen Karin Katrine Kerstin Kirsten Kjell Kristian Kristina Lasse Lennart Linnea Maja Malin '
    + 'Marit Mette Mikael Mikkel Morten Niels Ragnhild Rasmus Runar Signe Sigrid Solveig Søren Stefan Stine Svein Thea Torbjørn Tore Trine '
    + 'Ulla Ulrika Vidar Viggo',
  Slavic: 'Aleksei Alena Anastasia Blanka Bohdan Bojan Dmitri Dušan Ekaterina Eliška Galina Goran Igor Irina Ivana Jana Jaroslav Jelena '
    + 'Jiří Josef Kateřina Lenka Libor Lubomír Ludmila Lucie Luboš Marek Marija Markéta Marko Martina Milan Milena Miloš Miroslav Nadia '
    + 'Natalia Nikolai Oksana Olena Olga Ondřej Pavel Petr Radek Radka Roman Sergei Svetlana Štěpán Tatiana Tereza Tomáš Vasyl Veronika '
    + 'Viktor Vladimir Vojtěch Zdeněk Zuzana Željko',
  Turkish: 'Ahmet Aylin Ayşe Barış Burak Cemal Deniz Elif Emine Emre Erkan Esra Fatma Gizem Hakan Hasan Hatice Hüseyin Kemal Kerem Mehmet '
    + 'Melek Merve Murat Mustafa Orhan Özlem Selin Serkan Sibel Tuğba Yasemin Yusuf Zeynep',
  Arabic: 'Abdullah Ahmad Ahmed Aisha Amina Amir Fatima Faisal Farid Hamid Hassan Hussein Ibrahim Jamal Karim Khadija Khalid Layla Leila '
    + 'Mahmoud Mariam Mohamed Mohammed Muhammad Mustafa Nadia Omar Rania Samir Samira Tariq Yasmin Youssef Zainab',
}

const KEYS = new Set([
  ...Object.values(GIVEN_NAMES).flatMap(names => names.split(' ')), ...Object.values(PET_NAMES).flat().map(entry => entry.split(':')[0] ?? ''),
].map(looseKey).filter(key => key.length >= 4))

/**
 * Whether a word is a given name that many people bear.
 *
 * @param word - as it is written
 * @example
 * isGivenName('Jörg') //=> true
 */
export const isGivenName = (word: string): boolean => KEYS.has(looseKey(word))
