mod dump;
