"use client";
import { createContext } from "react";

/** The nonce of this page, for styles that are made while it runs. */
export const NonceContext = createContext("");
