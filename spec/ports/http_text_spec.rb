# frozen_string_literal: true

require "socket"

RSpec.describe JustSeal::Ports::HttpText do
  let(:settings) { JustSeal::Settings.new }

  # A gateway that answers once with +status+ and +body+.
  def gateway(status, body)
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      socket = server.accept
      socket.readpartial(4096)
      socket.write("HTTP/1.1 #{status} X\r\ncontent-length: #{body.bytesize}\r\nconnection: close\r\n\r\n#{body}")
      socket.close
    end
    yield described_class.new("http://127.0.0.1:#{server.addr[1]}/x", key: "k")
  ensure
    thread&.kill
    server&.close
  end

  it "hands a message to the stand-in, which keeps it" do
    number = "0000 #{rand(10_000..99_999)}"
    id = described_class.new(settings.text_url, key: settings.text_key).deliver(to: number, text: "Hello #{"x" * 600}")
    expect(id).to match(/\AT\d{6}\z/)
    kept = File.readlines(File.join(settings.var, "standins", "telephones", "texts.jsonl")).map do |line|
      JSON.parse(line)
    end
    expect(kept.select { |text| text["to"] == number }.map { |text| text["text"].length }).to eq([459])
  end

  it "is refused with a key that the gateway does not know" do
    expect do
      described_class.new(settings.text_url, key: "other").deliver(
        to: "0000 1",
        text: "x"
      )
    end.to raise_reason(JustSeal::Errors::Unavailable, :service_answered)
  end

  {
    "without an id" => ["200", '{"accepted": true}'],
    "that can't be read" => ["200", "<html>"],
    "of another kind" => ["200", "[1]"],
    "with an error" => ["500", "{}"]
  }.each do |name, (status, body)|
    it("takes no answer #{name} for delivery") {
      gateway(status, body) do |port|
        expect do
          port.deliver(to: "0000 1", text: "x")
        end.to raise_error(JustSeal::Errors::Unavailable)
      end
    }
  end

  it "says that a number will never be reached, in the gateway's words" do
    port = described_class.new(settings.text_url, key: settings.text_key)
    refused = raise_reason(JustSeal::Errors::Undeliverable, :text_refused, said: "no such number")
    expect { port.deliver(to: "12 3", text: "x") }.to refused
    gateway("200", '{"accepted": false, "problem": "blocked"}') do |other|
      expect { other.deliver(to: "0000 123", text: "x") }.to raise_error(JustSeal::Errors::Undeliverable)
    end
  end

  it "says when nobody is there" do
    expect do
      described_class.new("http://127.0.0.1:1/x", key: "k").deliver(
        to: "0000 1",
        text: "x"
      )
    end.to raise_reason(JustSeal::Errors::Unavailable, :service_unreachable)
  end
end
