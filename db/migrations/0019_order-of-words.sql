-- Up Migration
-- How lists order words: numbers in them by their value, so that cabin 9 comes before cabin 10; letters by the root order of Unicode.
create collation order_of_words (provider = icu, locale = 'und-u-kn-true');
