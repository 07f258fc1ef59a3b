# frozen_string_literal: true

require "json_schemer"
require "yaml"
require_relative "pages"

# Requests of programs, each held against docs/api.yaml: what is asked, and what is answered.
module Described
  include Pages

  BASE = "/api/v1"
  DESCRIPTION = YAML.load_file(File.expand_path("../../docs/api.yaml", __dir__))
  OPENAPI = JSONSchemer.openapi(DESCRIPTION)

  # A token of +name+'s.
  def token(name = :maren, scopes: %w[read write send], days: 30)
    JustSeal::Operations::KeepTokens.new.make(staff(name), name: "Ship list", scopes: scopes, days: days).last
  end

  # Asks, and returns what came back, parsed; it has to be as described. +json+: of the body; +form+: of several parts;
  # +described+: is the request itself as described?
  def ask(verb, path, by:, json: nil, form: {}, headers: {}, described: true)
    template = template(path)
    held(["paths", template, verb, "requestBody", "content", "application/json", "schema"], json) if json && described
    env = { "HTTP_AUTHORIZATION" => "Bearer #{by}", **header_host, **headers }
    env["CONTENT_TYPE"] = "application/json" if json
    # Rack's own methods go by the names of the verbs.
    public_send(verb, "#{BASE}#{path}".chomp("/"), json ? JSON.generate(json) : form, env)
    answered(template, verb)
  end

  def answered(template, verb)
    return last_response.body unless last_response["content-type"].include?("json")

    answer = JSON.parse(last_response.body)
    responses = DESCRIPTION.dig("paths", template, verb, "responses")
    return held(%w[components schemas Problem], answer) unless responses.key?(last_response.status.to_s)

    held(
      ["paths", template, verb, "responses", last_response.status.to_s, "content", "application/json", "schema"],
      answer
    )
  end

  def held(place, value)
    parts = place.map { |part| URI.encode_www_form_component(part.gsub("~", "~0").gsub("/", "~1")) }
    pointer = "#/#{parts.join("/")}"
    wrong = OPENAPI.ref(pointer).validate(value).map { |one| one["error"] }
    expect(wrong).to eq([]), "#{pointer}: #{wrong.join("; ")}"
    value
  end

  # The path of the description that +path+ is one of.
  def template(path)
    plain = path.split("?").first
    DESCRIPTION["paths"].keys.find { |known| plain.match?(/\A#{known.gsub(/\{\w+\}/, "[^/]+")}\z/) } or
      raise "#{path} is not described"
  end
end
