import { defineLanguageFacet, Language } from "@codemirror/language";
import { pageParser } from "@/core/page";

/** The language of pages for the editor: the very parser that core reads them with. */
export const pageLanguage = new Language(defineLanguageFacet(), pageParser, [], "page");
