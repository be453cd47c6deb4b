package store

// OpenImpatient is Open with another silence after which a connection is given up.
var OpenImpatient = open
